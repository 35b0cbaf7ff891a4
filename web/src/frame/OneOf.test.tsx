// @vitest-environment happy-dom
import { ChakraProvider } from "@chakra-ui/react";
import { act } from "react";
import { createRoot } from "react-dom/client";
import { expect, it, vi } from "vitest";
import { system } from "../theme/system";
import { OneOf } from "./OneOf";

function Broken(): never {
  throw new Error("no such colour");
}

it("one that cannot be drawn says so in its place, and the rest stand", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  vi.stubGlobal("IS_REACT_ACT_ENVIRONMENT", true);
  const list = document.body.appendChild(document.createElement("ul"));
  await act(async () =>
    createRoot(list).render(
      <ChakraProvider value={system}>
        <OneOf name="Pear">
          <Broken />
        </OneOf>
        <OneOf name="Quince">
          <li>Quince, dry</li>
        </OneOf>
      </ChakraProvider>,
    ),
  );
  expect([...list.querySelectorAll("li")].map((each) => each.textContent)).toEqual([
    expect.stringContaining("Pear cannot be shown here."),
    "Quince, dry",
  ]);
});
