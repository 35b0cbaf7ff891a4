/** Shapes of vessels as (height, radius) pairs, both as shares of the height. Geometry only. */
export type Shape = "demijohn" | "jug" | "bucket" | "carboy" | "bottle";

/** `shoulder` is how high the nominal volume stands, `body` the widest radius. */
type Profile = { points: [number, number][]; shoulder: number; body: number };

/** A body, a rounded shoulder, a neck and a lip. */
function bottle(body: number, bodyTop: number, neck: number, shoulder: number): Profile {
  const steps = 14;
  const round = Array.from({ length: steps }, (_, i): [number, number] => {
    const t = (i + 1) / steps;
    const fall = (1 + Math.cos(Math.PI * t)) / 2;
    return [bodyTop + (shoulder - bodyTop) * t, neck + (body - neck) * fall];
  });
  const foot: [number, number][] = [
    [0, body - 0.035],
    [0.008, body - 0.018],
    [0.02, body - 0.006],
    [0.04, body],
  ];
  return {
    points: [
      ...foot,
      [bodyTop, body],
      ...round,
      [0.95, neck],
      [0.952, neck + 0.02],
      [1, neck + 0.02],
    ],
    shoulder,
    body,
  };
}

const profiles: Record<Shape, Profile> = {
  demijohn: bottle(0.29, 0.5, 0.085, 0.8),
  jug: bottle(0.31, 0.44, 0.075, 0.82),
  carboy: bottle(0.33, 0.6, 0.07, 0.84),
  bottle: bottle(0.17, 0.6, 0.06, 0.88),
  bucket: {
    points: [
      [0, 0.27],
      [0.02, 0.285],
      [0.93, 0.34],
      [0.931, 0.36],
      [1, 0.362],
    ],
    shoulder: 0.93,
    body: 0.31,
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
