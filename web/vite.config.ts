import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

// A page's code comes in one go: the framework, the components, the kitchen behind the door.
// What opens over a page comes after it is drawn.
const OPENING =
  /node_modules\/(@zag-js\/(combobox|menu|popper|remove-scroll|aria-hidden|rect-utils|collection|live-region|auto-resize)|@floating-ui|@ark-ui\/react\/dist\/components\/(combobox|menu|collection)|@chakra-ui\/react\/dist\/esm\/components\/(combobox|menu))\//;

const GROUPS = [
  { name: "opening", test: OPENING, priority: 2 },
  { name: "react", test: /node_modules\/(react|react-dom|react-router|scheduler|@tanstack|openapi-fetch)\// },
  { name: "chakra", test: /node_modules\/(@chakra-ui|@ark-ui|@zag-js|@emotion|@internationalized)\// },
  { name: "kitchen", test: /src\/(shelf|jugs|jug|drawing)\// },
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
