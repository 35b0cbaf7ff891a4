import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import {
  animationStyles,
  breakpoints,
  cssVarsRoot,
  globalCss,
  keyframes,
  layerStyles,
  recipes,
  semanticTokens,
  slotRecipes,
  textStyles,
  tokens,
} from "@chakra-ui/react/theme";
import { drinkColours } from "./drinks";
import {
  checkboxRecipe,
  comboboxRecipe,
  inputRecipe,
  menuRecipe,
  nativeSelectRecipe,
  radioGroupRecipe,
  segmentGroupRecipe,
  textareaRecipe,
  toastRecipe,
} from "./recipes";

const drinks = Object.fromEntries(
  Object.entries(drinkColours).map(([key, value]) => [key, { value }]),
);

function pair(light: string, dark: string) {
  return { value: { _light: light, _dark: dark } };
}

function only<T extends object, K extends keyof T>(all: T, ...keys: K[]): Pick<T, K> {
  return Object.fromEntries(keys.map((key) => [key, all[key]])) as Pick<T, K>;
}

// Working out every component's look and every palette takes a cheap phone a quarter of a second;
// these are the ones in use.
const inUse = defineConfig({
  preflight: true,
  cssVarsPrefix: "chakra",
  cssVarsRoot,
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens: {
      ...tokens,
      colors: only(tokens.colors, "transparent", "current", "black", "white", "gray", "red"),
    },
    semanticTokens: {
      ...semanticTokens,
      colors: only(semanticTokens.colors, "bg", "fg", "border", "gray", "red"),
    },
    recipes: only(recipes, "heading", "link", "spinner"),
    slotRecipes: only(slotRecipes, "field"),
    textStyles,
    layerStyles,
    animationStyles,
  },
});

/** Enamelware: white with a navy rim on pale tile; amber only for "act here". */
const config = defineConfig({
  conditions: {
    light: "@media (prefers-color-scheme: light)",
    dark: "@media (prefers-color-scheme: dark)",
  },
  globalCss: {
    "html, body, #root": { minHeight: "100%" },
    // A page that grows past the screen while you drag must not move the bar under you.
    html: { bg: "tile", scrollPaddingBottom: "var(--told, 0px)" },
    // What is told at the foot (frame/notices) hides nothing that cannot be scrolled out from under it.
    "#root": { paddingBottom: "var(--told, 0px)", "@media print": { paddingBottom: 0 } },
    body: { bg: "tile", color: "ink", fontSize: "md", lineHeight: "1.45" },
    // A name may be one word of a hundred letters; a figure of a table stays whole.
    "*": { overflowWrap: "anywhere" },
    "td:not(:first-child), td:not(:first-child) *": { overflowWrap: "break-word" },
    "*:focus-visible": {
      outline: "3px solid !important",
      outlineColor: "var(--chakra-colors-ring) !important",
      outlineOffset: "2px !important",
    },
    // Where a page begins takes the focus without being a control.
    "[tabindex='-1']:focus-visible": { outline: "none !important" },
    "*, *::before, *::after": {
      _motionReduce: { transition: "none !important", animation: "none !important" },
    },
  },
  theme: {
    recipes: { input: inputRecipe, textarea: textareaRecipe },
    slotRecipes: {
      checkbox: checkboxRecipe,
      radioGroup: radioGroupRecipe,
      combobox: comboboxRecipe,
      menu: menuRecipe,
      nativeSelect: nativeSelectRecipe,
      segmentGroup: segmentGroupRecipe,
      toast: toastRecipe,
    },
    tokens: {
      fonts: {
        body: { value: 'Figures, "Atkinson Hyperlegible Next Variable", system-ui, sans-serif' },
        heading: { value: '"Bricolage Grotesque Variable", system-ui, sans-serif' },
      },
      colors: {
        drink: drinks,
        drinkInk: { dark: { value: "#1e2740" }, light: { value: "#ffffff" } },
        navy: { value: "#22304f" },
        onNavy: { value: "#fcfdf9" },
        tapePaper: { value: "#f0dfb4" },
        tapeInk: { value: "#2a2416" },
        paper: { value: "#ffffff" },
        // On white glass, which stays white in the dark.
        paperInk: { value: "#1e2740" },
        paperAmber: { value: "#8a5200" },
        paperGood: { value: "#1e6b4a" },
        shot: { value: "#8b93a8" },
      },
    },
    semanticTokens: {
      colors: {
        tile: pair("#e5eae6", "#121723"),
        enamel: pair("#fcfdf9", "#1b2233"),
        ink: pair("#1e2740", "#eef1ea"),
        quiet: pair("#525d72", "#aeb8c9"),
        rim: pair("#22304f", "#7f93bd"),
        line: pair("#d3d9d6", "#35415b"),
        glass: pair("#eef3f1", "#242d42"),
        action: pair("#22304f", "#dfe6f5"),
        onAction: pair("#fcfdf9", "#161d2e"),
        act: pair("#d98a17", "#f0b04a"),
        actHover: pair("#c97f12", "#f6c67a"),
        actRim: pair("#8a5200", "#f0b04a"),
        onAct: pair("#1a1304", "#1a1304"),
        navyHover: pair("#3a4a70", "#3a4a70"),
        ring: pair("#b8660a", "#f6c67a"),
        amber: pair("#c97f12", "#f0b04a"),
        amberWash: pair("#fdf1dc", "#372b17"),
        amberInk: pair("#7d4a00", "#f6c67a"),
        good: pair("#1e6b4a", "#7fd3a8"),
        goodWash: pair("#dcede3", "#1d3a2e"),
        bad: pair("#a3243b", "#ff9aa8"),
        badWash: pair("#f8dfe2", "#43222b"),
        foam: pair("#e2b766", "#8d7a52"),
        cork: pair("#c8794a", "#a5643d"),
        lees: pair("#a9916b", "#8f7a5a"),
      },
    },
  },
});

export const system = createSystem(defaultBaseConfig, inUse, config);
