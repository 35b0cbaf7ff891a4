import { expect, it } from "vitest";
import { frameOf, heightInRoom, levelOf, profileOf } from "./vessels";

it.each(["demijohn", "jug", "bucket"])("a full %s stands at its shoulder", (shape) => {
  expect(levelOf(shape, 1)).toBeCloseTo(profileOf(shape).shoulder, 5);
  expect(levelOf(shape, 0)).toBeCloseTo(0, 5);
});

it.each(["demijohn", "jug", "bucket"])("the level in a %s rises with what is poured", (shape) => {
  const levels = [0.1, 0.3, 0.5, 0.7, 0.9].map((share) => levelOf(shape, share));
  expect([...levels].sort((a, b) => a - b)).toEqual(levels);
});

it("a narrowing shoulder fills faster than a straight body", () => {
  const body = levelOf("demijohn", 0.4) - levelOf("demijohn", 0.3);
  const shoulder = levelOf("demijohn", 1) - levelOf("demijohn", 0.9);
  expect(shoulder).toBeGreaterThan(1.5 * body);
});

it("beside the stem no vessel is wider than a demijohn, and none higher", () => {
  const room = 210;
  const widest = frameOf("demijohn", room, "airlock", true).width;
  expect(heightInRoom("demijohn", room)).toBe(room);
  for (const shape of ["carboy", "bottle", "bucket"]) {
    const height = heightInRoom(shape, room);
    expect(frameOf(shape, height, "airlock", true).width).toBeLessThanOrEqual(widest + 1);
    expect(height).toBeLessThanOrEqual(room);
  }
});
