import { beforeEach, describe, expect, it } from "vitest";
import {
  grams,
  gravity,
  readAmount,
  readGravity,
  readNumber,
  readTemperature,
  readVessel,
  retold,
  setKitchen,
  temperature,
  vesselFigure,
  vesselUnit,
  volume,
  warmth,
} from "./units";

describe("a typed number", () => {
  it("has a comma or a point, and the unit of its field or none", () => {
    expect(readNumber(" 6,5 ", "g")).toBe(6.5);
    expect(readNumber("20 %", "%")).toBe(20);
    expect(readNumber("20%", "%")).toBe(20);
    expect(readNumber("1.048")).toBe(1.048);
  });

  it("is none where anything else stands", () => {
    for (const odd of ["", "-1", "1.O48", "1.5.2", "1e3", "a pinch", "NaN"])
      expect(readNumber(odd)).toBeNull();
    // A litre is no millilitre.
    expect(readNumber("1 l", "ml")).toBeNull();
  });
});

const row = (name: string, kind: string, factor: number, words: string[], own: string[] = []) => ({
  key: name,
  name,
  kind,
  factor,
  words,
  own,
  system: own.length > 0 ? (name.split(" ")[0] ?? "") : "",
});
const reference = {
  measures: [
    row("ml", "volume", 1, ["ml"]),
    row("cl", "volume", 10, ["cl"]),
    row("l", "volume", 1000, ["l", "litres"]),
    row("g", "mass", 1, ["g"]),
    row("kg", "mass", 1000, ["kg"]),
    row("oz", "mass", 28.35, ["oz"]),
    row("lb", "mass", 453.6, ["lb"]),
    row("us gallon", "volume", 3785, ["gal", "gallon"], ["us gal", "us gallon"]),
    row("imperial gallon", "volume", 4546, ["gal", "gallon"], ["imperial gal"]),
    row("us cup", "volume", 236.6, ["cup", "cups"], ["us cup"]),
    row("metric cup", "volume", 250, ["cup", "cups"], ["metric cup"]),
    row("us teaspoon", "volume", 4.93, ["tsp"], ["us tsp"]),
    row("metric teaspoon", "volume", 5, ["tsp"], ["metric tsp"]),
  ],
  shown: [
    { system: "metric", kind: "volume", at_least: 0, unit: "ml", factor: 1, decimals: 0 },
    { system: "metric", kind: "volume", at_least: 999.5, unit: "L", factor: 1000, decimals: 2 },
    { system: "metric", kind: "mass", at_least: 0, unit: "g", factor: 1, decimals: 1 },
    { system: "metric", kind: "mass", at_least: 1999.5, unit: "kg", factor: 1000, decimals: 2 },
    { system: "us", kind: "volume", at_least: 0, unit: "fl oz", factor: 29.57, decimals: 1 },
    { system: "us", kind: "volume", at_least: 3785, unit: "US gal", factor: 3785, decimals: 2 },
    { system: "us", kind: "mass", at_least: 0, unit: "g", factor: 1, decimals: 0 },
    { system: "us", kind: "mass", at_least: 453.6, unit: "lb", factor: 453.6, decimals: 2 },
  ],
  stems: [
    {
      key: "sg",
      name: "SG",
      unit: "",
      words: ["sg"],
      decimals: 3,
      points: [
        [1, 1],
        [2, 2],
      ],
    },
    {
      key: "brix",
      name: "Brix",
      unit: "°Bx",
      words: ["brix"],
      decimals: 1,
      // Source: NBS Circular 440, table 114.
      points: [
        [1.0, 0],
        [1.04, 9.99],
        [1.083, 20],
      ],
    },
  ],
  thermometers: [
    { key: "c", name: "°C", per_c: 1, at_0_c: 0 },
    { key: "f", name: "°F", per_c: 1.8, at_0_c: 32 },
  ],
  spooned: { citric: 0.95 },
} as never;
const plain = {
  currency: "GBP",
  time_zone: "UTC",
  shows: "metric",
  gallon: "",
  cup: "",
  gravity_scale: "sg",
  temperature: "c",
  calibrated_c: 20,
  stem_offset: 0,
};

beforeEach(() => setKitchen(reference, plain));

describe("an amount as people write it", () => {
  it.each([
    ["750", "ml", 750],
    ["1.5 L", "ml", 1500],
    ["1,5l", "ml", 1500],
    ["500ml", "ml", 500],
    [" 400 g ", "g", 400],
    ["1 kg", "g", 1000],
    ["0", "ml", 0],
    ["2 lb 4 oz", "g", 2 * 453.6 + 4 * 28.35],
    ["2 lb and 4 oz", "g", 2 * 453.6 + 4 * 28.35],
    ["1 1/2 L", "ml", 1500],
    ["½ L", "ml", 500],
    ["1½ l", "ml", 1500],
    ["1 US gal", "ml", 3785],
    ["1 imperial gal", "ml", 4546],
    ["2 metric cup", "ml", 500],
  ] as const)("reads %s", (text, unit, amount) => {
    expect(readAmount(text, unit)).toBeCloseTo(amount, 6);
  });

  it.each([
    ["", "ml", "Write how much"],
    ["-5", "g", "0 or more"],
    ["2 kg", "ml", "goes by volume"],
    ["1 L", "g", "is weighed"],
    ["1e9", "ml", "not a measure"],
    ["three", "ml", "Write an amount"],
    ["1/0 L", "ml", "Write an amount"],
    ["2 lb 4", "g", "Write an amount"],
    ["1 gal", "ml", "Which gal: US gallon (3785 ml) or imperial gallon (4546 ml)?"],
    ["3 cups", "ml", "Which cups"],
  ] as const)("says what is wrong with %s", (text, unit, sentence) => {
    expect(readAmount(text, unit)).toContain(sentence);
  });

  it("takes this kitchen's gallon and cup once they are known", () => {
    setKitchen(reference, { ...plain, gallon: "imperial", cup: "metric" });
    expect(readAmount("1 gal", "ml")).toBe(4546);
    expect(readAmount("2 cups", "ml")).toBe(500);
    setKitchen(reference, { ...plain, shows: "us" });
    expect(readAmount("1 gallon", "ml")).toBe(3785);
    expect(readAmount("1 cup", "ml")).toBe(236.6);
  });

  it("spoons what spoons are known for, and nothing else", () => {
    setKitchen(reference, { ...plain, cup: "metric" });
    expect(readAmount("1/2 tsp", "g", "citric")).toBeCloseTo(2.5 * 0.95);
    expect(readAmount("1/2 tsp", "g", "unknown")).toContain("is weighed");
  });

  it("asks about a bare figure with a point in it", () => {
    expect(readAmount("1,5", "ml")).toBe("1,5 L or 1,5 ml? Write the unit behind it.");
    expect(readAmount("1.190", "ml")).toContain("reads like a gravity");
    expect(readAmount("750.5", "ml")).toBe(750.5);
    expect(readAmount("1.5", "g")).toBe(1.5);
  });

  it("a vessel is filled in any unit, and by a bare figure in its kitchen's own", () => {
    expect(readVessel("4,6")).toBe(4600);
    expect(readVessel("4600 ml")).toBe(4600);
    expect(readVessel("75 cl")).toBe(750);
    expect(readVessel("1 US gal")).toBe(3785);
    expect(readVessel("a gallon")).toBeNull();
  });
});

describe("gravity and warmth", () => {
  it("are read on any scale", () => {
    expect(readGravity("1.048")).toBe(1.048);
    expect(readGravity("20 Brix")).toBe(1.083);
    expect(readGravity("12.4")).toBe(12.4);
    expect(readGravity("9 bananas")).toBeNull();
    expect(readTemperature("75 °F")).toBeCloseTo(23.9);
    expect(readTemperature("20")).toBe(20);
    expect(readTemperature("warm")).toBeNull();
    expect(readTemperature("20 °C")).toBe(20);
    expect(readTemperature("20 K")).toBeNull();
  });

  it("are written and read on the kitchen's own", () => {
    setKitchen(reference, { ...plain, gravity_scale: "brix", temperature: "f" });
    expect(gravity(1.04)).toBe("10.0 °Bx");
    expect(readGravity("20")).toBe(1.083);
    // Nobody means 1.04 Brix.
    expect(readGravity("1.040")).toBe(1.04);
    expect(readTemperature("68")).toBe(20);
    expect(readTemperature("20 °C")).toBe(20);
    expect(temperature(20)).toBe("68 °F");
    // A degree Celsius is 1.8 of Fahrenheit.
    expect(warmth(2)).toBe("3.6 °F");
  });
});

it("amounts are shown in this kitchen's measures", () => {
  expect([volume(750), volume(4546), grams(5), grams(2500)]).toEqual([
    "750 ml",
    "4.55 L",
    "5.0 g",
    "2.50 kg",
  ]);
  setKitchen(reference, { ...plain, shows: "us" });
  expect([volume(750), volume(7570), grams(5), grams(907.2)]).toEqual([
    "25.4 fl oz",
    "2.00 US gal",
    "5 g",
    "2.00 lb",
  ]);
  // A fill is what it was, through the field and back.
  expect([vesselUnit(), vesselFigure(7570), readVessel("1.2")]).toEqual(["US gal", "2", 4542]);
  expect(readVessel(vesselFigure(4600, 4))).toBe(4600);
});

describe("core's sentences", () => {
  it("stay as they are in a metric kitchen", () => {
    setKitchen(reference, plain);
    const said = "Warm it to 20-22 °C; it ends at 0.991 to 0.997 in 4.60 L.";
    expect(retold(said)).toBe(said);
  });

  it("follow the kitchen's thermometer, scale and measures", () => {
    setKitchen(reference, { ...plain, shows: "us", temperature: "f", gravity_scale: "brix" });
    // 20 °C is 68 °F and 22 °C 72 °F to the degree; 1.040 is 10.0 °Bx (NBS Circular 440).
    expect(retold("Warm it to 20-22 °C and swirl.")).toBe("Warm it to 68-72 °F and swirl.");
    expect(retold("It reads 1.040.")).toBe("It reads 10.0 °Bx.");
    expect(retold("300 ml too much")).toBe(`${volume(300)} too much`);
    expect(retold("it holds 4.00 L of 3.00 L")).toBe(`it holds ${volume(4000)} of ${volume(3000)}`);
  });

  it("leave alone what a label says, what is dosed, and what a litre holds", () => {
    setKitchen(reference, { ...plain, shows: "us", gravity_scale: "brix" });
    for (const said of ["140 g in 100 ml", "2.7 g nutrient", "36 g/L of sugar", "£1.05 each"]) {
      expect(retold(said)).toBe(said);
    }
  });
});
