/** A smooth line through places from left to right, level at each. */
export function contour(stops: [number, number][]): string {
  let [before, height] = stops[0] ?? [0, 0];
  let path = `M${before},${height}`;
  for (const [x, y] of stops.slice(1)) {
    const middle = (before + x) / 2;
    path += `C${middle},${height} ${middle},${y} ${x},${y}`;
    [before, height] = [x, y];
  }
  return path;
}
