import { expect, it } from "vitest";
import { drinkToken, lettersOn, stirred } from "./drinks";

it("a colour that is no colour is drawn as juice, whatever every object inherits", () => {
  for (const colour of ["constructor", "__proto__", "toString", "no such thing"]) {
    expect(drinkToken({ colour, kind: "nothing" })).toBe("drink.juice");
    expect(stirred([{ colour: `drink.${colour}`, ml: 100 }])).toBe("rgb(255 255 255)");
    expect(lettersOn(`drink.${colour}`)).toBe("drinkInk.dark");
  }
  expect(drinkToken({ colour: "constructor", fruit: "pear", kind: "juice" })).toBe("drink.pear");
});
