import { defineRecipe, defineSlotRecipe } from "@chakra-ui/react";
import {
  checkboxAnatomy,
  comboboxAnatomy,
  menuAnatomy,
  nativeSelectAnatomy,
  radioGroupAnatomy,
  segmentGroupAnatomy,
  toastAnatomy,
} from "@chakra-ui/react/anatomy";

/** A target that a wet finger finds. */
const TARGET = "44px";

/** `act` is the one thing to do on a page, `main` what a form is for, the rest anything else. */
export const buttonRecipe = defineRecipe({
  className: "aj-button",
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "2",
    minH: TARGET,
    minW: TARGET,
    borderWidth: "1.5px",
    borderColor: "transparent",
    borderRadius: "lg",
    fontWeight: "600",
    lineHeight: "1.2",
    textAlign: "center",
    cursor: "pointer",
    _disabled: { opacity: 0.55, cursor: "default" },
    "&[aria-pressed=true], &[aria-expanded=true]": { bg: "amberWash", color: "ink" },
  },
  variants: {
    variant: {
      act: { bg: "act", color: "onAct", borderColor: "actRim", _hover: { bg: "actHover" } },
      main: { bg: "action", color: "onAction", _hover: { opacity: 0.9 } },
      quiet: { bg: "enamel", color: "ink", borderColor: "rim", _hover: { bg: "glass" } },
      soft: { bg: "enamel", color: "ink", borderColor: "line", _hover: { bg: "glass" } },
      bare: { bg: "transparent", color: "ink", _hover: { bg: "glass" } },
      onNavy: {
        bg: "transparent",
        color: "onNavy",
        borderColor: "onNavy",
        _hover: { bg: "navyHover" },
      },
    },
    size: { md: { px: "4" }, slim: { px: "3" } },
  },
  defaultVariants: { variant: "quiet", size: "md" },
});

/** A sheet of enamel on the tile. */
export const panelRecipe = defineRecipe({
  className: "aj-panel",
  base: {
    minW: "0",
    p: "4",
    bg: "enamel",
    borderWidth: "1.5px",
    borderColor: "rim",
    borderRadius: "xl",
  },
});

/** A word about a thing, beside its name. */
export const tagRecipe = defineRecipe({
  className: "aj-tag",
  base: {
    display: "inline-flex",
    alignItems: "center",
    px: "2",
    borderWidth: "1px",
    borderColor: "line",
    borderRadius: "md",
    fontSize: "sm",
    color: "quiet",
  },
});

const field = {
  w: "full",
  minH: TARGET,
  px: "3",
  bg: "enamel",
  color: "ink",
  borderWidth: "1.5px",
  borderColor: "rim",
  borderRadius: "lg",
  fontSize: "md",
  textAlign: "start",
  _placeholder: { color: "quiet", opacity: 1 },
  _disabled: { opacity: 0.6 },
  _invalid: { borderColor: "bad" },
} as const;

export const inputRecipe = defineRecipe({ className: "chakra-input", base: field });
export const textareaRecipe = defineRecipe({
  className: "chakra-textarea",
  base: { ...field, py: "2" },
});

export const nativeSelectRecipe = defineSlotRecipe({
  className: "chakra-native-select",
  slots: nativeSelectAnatomy.keys(),
  base: {
    root: { position: "relative", w: "full" },
    field: { ...field, pe: "9", appearance: "none" },
    indicator: {
      position: "absolute",
      insetEnd: "3",
      top: "50%",
      transform: "translateY(-50%)",
      color: "ink",
      pointerEvents: "none",
      _icon: { boxSize: "4" },
    },
  },
});

/** What hangs open over a page. */
const sheet = {
  bg: "enamel",
  color: "ink",
  borderWidth: "1.5px",
  borderColor: "rim",
  borderRadius: "lg",
  boxShadow: "lg",
  p: "1",
  overflowY: "auto",
  zIndex: "popover",
  outline: 0,
} as const;

const choice = {
  display: "flex",
  alignItems: "center",
  minH: TARGET,
  px: "3",
  borderRadius: "md",
  cursor: "pointer",
  outline: 0,
  _highlighted: { bg: "amberWash" },
} as const;

const heading = { px: "3", pt: "2", fontSize: "sm", color: "quiet" } as const;

export const menuRecipe = defineSlotRecipe({
  className: "chakra-menu",
  slots: menuAnatomy.keys(),
  base: { content: { ...sheet, minW: "12rem", maxH: "var(--available-height)" }, item: choice },
});

export const comboboxRecipe = defineSlotRecipe({
  className: "chakra-combobox",
  slots: comboboxAnatomy.keys(),
  base: {
    root: { w: "full" },
    input: field,
    content: { ...sheet, maxH: "min(24rem, var(--available-height))" },
    item: choice,
    itemGroupLabel: heading,
    empty: heading,
  },
});

/** One of a few, side by side. */
export const segmentGroupRecipe = defineSlotRecipe({
  className: "chakra-segment-group",
  slots: segmentGroupAnatomy.keys(),
  base: {
    root: {
      display: "inline-flex",
      flexWrap: "wrap",
      borderWidth: "1.5px",
      borderColor: "rim",
      borderRadius: "lg",
      overflow: "hidden",
    },
    item: {
      display: "inline-flex",
      alignItems: "center",
      minH: TARGET,
      px: "4",
      fontWeight: "600",
      cursor: "pointer",
      _checked: { bg: "action", color: "onAction" },
      _focusWithin: { outline: "3px solid", outlineColor: "ring", outlineOffset: "-3px" },
    },
  },
});

/** The whole label is the target: its input lies over it, unseen. */
const ticked = {
  root: {
    position: "relative",
    display: "inline-flex",
    alignItems: "center",
    gap: "2",
    minH: TARGET,
    minW: TARGET,
    px: "1.5",
    cursor: "pointer",
    _disabled: { opacity: 0.5 },
    "& input": {
      position: "absolute !important",
      inset: "0",
      w: "full !important",
      h: "full !important",
      m: "0 !important",
      opacity: 0,
      clipPath: "none !important",
      cursor: "inherit",
    },
  },
  box: {
    flex: "none",
    boxSize: "22px",
    display: "grid",
    placeItems: "center",
    borderWidth: "1.5px",
    borderColor: "rim",
    bg: "enamel",
    color: "transparent",
    fontWeight: "700",
    lineHeight: "1",
    _checked: { bg: "action", color: "onAction" },
    _focusVisible: { outline: "3px solid", outlineColor: "ring", outlineOffset: "2px" },
  },
  // A tall label stays one line with its box.
  label: { display: "inline-flex", alignItems: "center", gap: "2" },
} as const;

export const checkboxRecipe = defineSlotRecipe({
  className: "chakra-checkbox",
  slots: checkboxAnatomy.keys(),
  base: { root: ticked.root, control: { ...ticked.box, borderRadius: "5px" }, label: ticked.label },
});

export const radioGroupRecipe = defineSlotRecipe({
  className: "chakra-radio-group",
  slots: radioGroupAnatomy.keys(),
  base: {
    item: ticked.root,
    itemControl: { ...ticked.box, borderRadius: "full" },
    itemText: ticked.label,
  },
});

export const toastRecipe = defineSlotRecipe({
  className: "chakra-toast",
  slots: toastAnatomy.keys(),
  base: {
    root: {
      display: "flex",
      alignItems: "center",
      gap: "4",
      ps: "4",
      pe: "2",
      py: "2",
      bg: "enamel",
      color: "ink",
      borderWidth: "2px",
      borderColor: "rim",
      borderRadius: "xl",
      boxShadow: "lg",
      maxW: "calc(100vw - 2rem)",
      "&[data-type=error]": { borderColor: "bad" },
      "& button": { flexShrink: 0, whiteSpace: "nowrap" },
      // Where the toaster puts it among the others.
      translate: "var(--x) var(--y)",
      scale: "var(--scale)",
      zIndex: "var(--z-index)",
      height: "var(--height)",
      opacity: "var(--opacity)",
    },
  },
});
