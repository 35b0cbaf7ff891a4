import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import "./theme/figures.css";
import { ChakraProvider } from "@chakra-ui/react";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { begun, queries } from "./api/queries";
import { Notices } from "./frame/notices";
import { withOutbox } from "./offline/writes";
import { system } from "./theme/system";

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
const styles = createCache({ key: "aj", nonce });
const root = document.getElementById("root");
if (!root) throw new Error("index.html has no #root");

const rendered = createRoot(root);

function draw() {
  rendered.render(
    <StrictMode>
      <CacheProvider value={styles}>
        <ChakraProvider value={system}>
          <QueryClientProvider client={queries}>
            <BrowserRouter>
              <Notices>
                <App />
              </Notices>
            </BrowserRouter>
          </QueryClientProvider>
        </ChakraProvider>
      </CacheProvider>
    </StrictMode>,
  );
}

withOutbox(queries);

// A wait that is long enough to notice is drawn.
const NOTICED_MS = 500;
const noticed = new Promise((after) => setTimeout(after, NOTICED_MS));
const takeUp = () => import("./offline/kept").then((kept) => kept.takeUp(queries));
const ready = navigator.onLine
  ? begun(location.pathname)
  : takeUp()
      .catch(() => undefined)
      .then(() => begun(location.pathname));
Promise.race([ready, noticed]).then(draw);

// What is for another time waits until the page has what it needs.
const SETTLED_MS = 1200;
// Where the network went in that second, this window keeps what is written by itself.
setTimeout(() => takeUp().catch(() => undefined), SETTLED_MS);
// Fetching all that ships once more would be felt in a hand that is pulling.
const AT_REST_MS = 8000;
if ("serviceWorker" in navigator) {
  setTimeout(() => {
    if (navigator.onLine) navigator.serviceWorker.register("/sw.js").catch(() => undefined);
  }, AT_REST_MS);
}
