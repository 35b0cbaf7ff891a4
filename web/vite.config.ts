import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

// A page's code comes in one go: the framework, the components, the kitchen behind the door.
const GROUPS = [
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
