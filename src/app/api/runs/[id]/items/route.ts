import { endpoint } from '@/server/http/endpoint';
import { listRunItems } from '@/server/operations/runs/runs';

const MOST = 200;

/** Some of a run's files, counted from `from`. */
export const GET = endpoint<{ id: string }>(async ({ db, request, params }) => {
  const asked = new URL(request.url).searchParams;
  const whole = (name: string, otherwise: number) =>
    Math.max(0, Math.floor(Number(asked.get(name)) || otherwise));
  return listRunItems(db, params.id, Math.min(whole('from', 0), 1e6), Math.min(whole('most', 50), MOST));
});
