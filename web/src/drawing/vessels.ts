/** Shapes of vessels as (height, radius) pairs, both as shares of the height. Geometry only. */
export type Shape = "demijohn" | "jug" | "bucket";

type Profile = { points: [number, number][]; shoulder: number };

const profiles: Record<Shape, Profile> = {
  demijohn: {
    points: [
      [0, 0.28],
      [0.025, 0.31],
      [0.56, 0.31],
      [0.66, 0.27],
      [0.74, 0.18],
      [0.8, 0.1],
      [0.95, 0.095],
      [1, 0.12],
    ],
    shoulder: 0.8,
  },
  jug: {
    points: [
      [0, 0.3],
      [0.025, 0.33],
      [0.52, 0.33],
      [0.64, 0.27],
      [0.76, 0.13],
      [0.82, 0.085],
      [0.95, 0.085],
      [1, 0.11],
    ],
    shoulder: 0.82,
  },
  bucket: {
    points: [
      [0, 0.36],
      [0.02, 0.38],
      [0.96, 0.45],
      [0.97, 0.48],
      [1, 0.48],
    ],
    shoulder: 0.95,
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
