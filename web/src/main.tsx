import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import "./theme/figures.css";
import { ChakraProvider } from "@chakra-ui/react";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { begun, queries } from "./api/queries";
import { Notices } from "./frame/notices";
import { keeping } from "./offline/kept";
import { goOn, withOutbox } from "./offline/outbox";
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
          <PersistQueryClientProvider
            client={queries}
            persistOptions={keeping}
            onSuccess={() => goOn(queries)}
          >
            <BrowserRouter>
              <Notices>
                <App />
              </Notices>
            </BrowserRouter>
          </PersistQueryClientProvider>
        </ChakraProvider>
      </CacheProvider>
    </StrictMode>,
  );
}

withOutbox(queries);

// A wait that is long enough to notice is drawn.
const NOTICED_MS = 500;
const noticed = new Promise((after) => setTimeout(after, NOTICED_MS));
Promise.race([begun(location.pathname), noticed]).then(draw);

// Fetching what opens without a network waits until the page has what it needs.
const SETTLED_MS = 2500;
if ("serviceWorker" in navigator) {
  setTimeout(() => navigator.serviceWorker.register("/sw.js").catch(() => undefined), SETTLED_MS);
}
