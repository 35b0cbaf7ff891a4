/** Shapes of vessels as (height, radius) pairs, both as shares of the height. Geometry only. */
export type Shape = "demijohn" | "jug" | "bucket" | "carboy" | "bottle";

/** `shoulder` is how high the nominal volume stands, `body` the widest radius, `mouth` the neck's. */
type Profile = { points: [number, number][]; shoulder: number; body: number; mouth: number };

/** A foot, a straight wall, a round shoulder that draws in to a small neck, and a lip. */
function blown(body: number, wall: number, neck: number, shoulder: number): Profile {
  const steps = 18;
  const round = Array.from({ length: steps }, (_, i): [number, number] => {
    const t = (i + 1) / steps;
    return [wall + (shoulder - wall) * t, neck + (body - neck) * (1 - t ** 2.7) ** 1.12];
  });
  return {
    points: [
      [0, body - 0.03],
      [0.006, body - 0.014],
      [0.018, body - 0.004],
      [0.035, body],
      [wall, body],
      ...round,
      [0.955, neck],
      [0.957, neck + 0.018],
      [1, neck + 0.018],
    ],
    shoulder,
    body,
    mouth: neck,
  };
}

// A demijohn of a gallon is 166 mm across, its neck 34, and about 300 high.
const profiles: Record<Shape, Profile> = {
  demijohn: blown(0.285, 0.53, 0.06, 0.84),
  jug: blown(0.3, 0.5, 0.055, 0.85),
  carboy: blown(0.29, 0.62, 0.055, 0.86),
  bottle: blown(0.15, 0.6, 0.05, 0.86),
  bucket: {
    points: [
      [0, 0.33],
      [0.02, 0.345],
      [0.93, 0.4],
      [0.931, 0.42],
      [1, 0.422],
    ],
    shoulder: 0.93,
    body: 0.4,
    mouth: 0.4,
  },
};

export function profileOf(shape: string): Profile {
  return profiles[shape as Shape] ?? profiles.demijohn;
}

function frustum(height: number, r1: number, r2: number): number {
  return (height * (r1 * r1 + r1 * r2 + r2 * r2)) / 3;
}

/** Room below a height, in the shape's own units. */
function roomBelow(profile: Profile, height: number): number {
  let room = 0;
  for (let i = 1; i < profile.points.length; i++) {
    const [h1, r1] = profile.points[i - 1] as [number, number];
    const [h2, r2] = profile.points[i] as [number, number];
    if (height <= h1) break;
    const top = Math.min(height, h2);
    const rTop = r1 + ((r2 - r1) * (top - h1)) / (h2 - h1);
    room += frustum(top - h1, r1, rTop);
  }
  return room;
}

/** How high a share of the nominal capacity stands (0 to 1 of the height). */
export function levelOf(shape: string, share: number): number {
  const profile = profileOf(shape);
  const wanted = share * roomBelow(profile, profile.shoulder);
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (roomBelow(profile, middle) < wanted) low = middle;
    else high = middle;
  }
  return high;
}

/** How wide the glass is inside at a height. */
export function radiusAt(shape: string, height: number): number {
  const { points, body } = profileOf(shape);
  for (let i = 1; i < points.length; i++) {
    const [h1, r1] = points[i - 1] as [number, number];
    const [h2, r2] = points[i] as [number, number];
    if (height <= h2) return r1 + ((r2 - r1) * (height - h1)) / Math.max(h2 - h1, 1e-9);
  }
  return body;
}

/** What stands in the mouth of a vessel while it works. */
export type Stopper = "airlock" | "cork" | "none";

/** Room for the litre marks left of the glass, and around it. */
const MARKS = 40;
const EDGE = 6;
// The bung with its airlock stands as high as this part of the vessel.
const LOCK = 0.25;
const CORK = 0.04;

/** Where a vessel of so many pixels with all that stands on it is drawn: `top` is its lip. */
export function frameOf(shape: string, height: number, stopper: Stopper, marked: boolean) {
  const { body } = profileOf(shape);
  const over = stopper === "airlock" ? LOCK : stopper === "cork" ? CORK : 0;
  const tall = (height - 2 * EDGE) / (1 + over);
  const left = marked ? MARKS : EDGE;
  // The airlock's bend wants room beside a narrow one.
  const half = Math.max(body, stopper === "airlock" ? 0.25 : 0) * tall;
  const centre = left + half;
  const top = EDGE + over * tall;
  return {
    width: Math.ceil(centre + half + EDGE + (shape === "jug" ? 0.05 * tall : 0)),
    height,
    tall,
    centre,
    x: (radius: number) => radius * tall,
    y: (level: number) => top + (1 - level) * tall,
  };
}

/** How high a vessel is drawn where a demijohn of such a height just fits: a wider one lower. */
export function heightInRoom(shape: string, height: number): number {
  return Math.round(height * Math.min(1, profiles.demijohn.body / profileOf(shape).body));
}

/** The litres marked on a vessel: every one, every five of a large one, halves of a small one. */
export function litreMarks(capacityMl: number): number[] {
  const step = capacityMl > 12_000 ? 5 : capacityMl > 6_500 ? 2 : capacityMl < 1_500 ? 0.25 : 1;
  return Array.from(
    { length: Math.floor(capacityMl / 1000 / step + 1e-6) },
    (_, i) => (i + 1) * step,
  );
}

/** A name in at most so many lines of so many letters, cut where it must be. */
export function fitted(name: string, letters: number, lines: number): string[] {
  const rows: string[] = [];
  for (const word of name.split(" ")) {
    const last = rows.at(-1);
    if (last !== undefined && last.length + word.length + 1 <= letters) {
      rows[rows.length - 1] = `${last} ${word}`;
    } else rows.push(word);
  }
  const cut =
    rows.length > lines ? [...rows.slice(0, lines - 1), rows.slice(lines - 1).join(" ")] : rows;
  return cut.map((row) =>
    row.length > letters ? `${row.slice(0, Math.max(letters - 1, 1)).trimEnd()}…` : row,
  );
}
