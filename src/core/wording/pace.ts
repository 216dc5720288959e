/** "12 a second, about 40 s left". */
export function pace(perSecond: number, waiting: number): string {
  if (perSecond <= 0) return 'under way';
  const left = Math.ceil(waiting / perSecond);
  const rate =
    perSecond >= 1 ? `${perSecond.toFixed(1)} a second` : `${(perSecond * 60).toFixed(0)} a minute`;
  return waiting === 0
    ? rate
    : `${rate}, about ${left < 90 ? `${left} s` : `${Math.ceil(left / 60)} min`} left`;
}
