const WEEK = 7;
const MONTH = 30.4;

/** How long something has been in its bottle, as people say it. */
export function age(days: number): string {
  if (days < 2 * WEEK) return `${days} ${days === 1 ? "day" : "days"} in`;
  if (days < 3 * MONTH) return `${Math.round(days / WEEK)} weeks in`;
  return `${Math.round(days / MONTH)} months in`;
}
