import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

// A page's code comes in one go: the framework, the components, the kitchen behind the door.
// What opens over a page comes after it is drawn.
const OPENING =
  /node_modules\/(@zag-js\/(combobox|menu|popper|remove-scroll|aria-hidden|rect-utils|collection|live-region|auto-resize)|@floating-ui|@ark-ui\/react\/dist\/components\/(combobox|menu|collection)|@chakra-ui\/react\/dist\/esm\/components\/(combobox|menu))\//;

const GROUPS = [
  {
    name: "react",
    priority: 4,
    test: /node_modules\/(react|react-dom|react-router|scheduler|@tanstack\/(react-query|query-core)|openapi-fetch)\//,
  },
  {
    name: "chakra",
    priority: 3,
    test: (id: string) =>
      /node_modules\/(@chakra-ui|@ark-ui|@zag-js|@emotion|@internationalized)\//.test(id) &&
      !OPENING.test(id),
  },
  { name: "opening", priority: 2, test: OPENING },
  // But for what a press opens, fetched then, and the pages of the shop and the end.
  {
    name: "kitchen",
    priority: 1,
    test: /src\/(frame|jugs|jug|drawing|today)\/(?!plan\/PourMenu|Finder|(clear|finish|bottle)\/)/,
  },
  { name: "shelf", test: /src\/(shelf|settings)\// },
  { name: "finishing", test: /src\/(jug\/(clear|finish|bottle)|cellar)\// },
];

export default defineConfig({
  base: "/static/",
  plugins: [react()],
  build: {
    cssCodeSplit: false,
    rolldownOptions: { output: { codeSplitting: { groups: GROUPS } } },
  },
  test: { environment: "happy-dom" },
});
