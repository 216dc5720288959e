import { boundedBytes } from './body';
import { enter } from './underWay';

const filled = (kind: 'requests' | 'uploads' | 'streams', most: number) =>
  Array.from({ length: most }, () => enter(kind));

test('as many as there are places, and one more when one has left; leaving twice frees one place', () => {
  const places = filled('streams', 60);
  expect(() => enter('streams')).toThrow('at the same time');
  places[0]!();
  places[0]!();
  places[0] = enter('streams');
  expect(() => enter('streams')).toThrow('at the same time');
  for (const leave of places) leave();
});

test('large bodies wait for no place: the ninth is refused, and a broken one frees its own', async () => {
  const upload = (body: BodyInit) =>
    boundedBytes(
      new Request('http://x.test/', { method: 'POST', body, duplex: 'half' } as RequestInit),
      2 ** 24,
    );
  const broken = () => new ReadableStream({ pull: (controller) => controller.error(new Error('cut off')) });
  for (let n = 0; n < 10; n++) await expect(upload(broken())).rejects.toThrow('cut off');
  const places = filled('uploads', 8);
  await expect(upload('x')).rejects.toMatchObject({ code: 'too-busy', status: 503 });
  for (const leave of places) leave();
  expect((await upload('x')).length).toBe(1);
});
