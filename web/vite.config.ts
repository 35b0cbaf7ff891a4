import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/static/",
  plugins: [react()],
  build: {
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: "react", test: /node_modules\/(react|react-dom|react-router|scheduler)\// },
            { name: "chakra", test: /node_modules\/(@chakra-ui|@ark-ui|@zag-js|@emotion)\// },
          ],
        },
      },
    },
  },
  test: { environment: "happy-dom" },
});
