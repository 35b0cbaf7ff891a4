import { type ComponentType, lazy, Suspense, useEffect } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { useSession } from "./api/queries";
import { Boundary } from "./frame/Boundary";
import { Frame } from "./frame/Frame";
import { Trouble, Waiting } from "./frame/states";
import { Welcome } from "./session/Welcome";

const fetches: (() => Promise<unknown>)[] = [];

/** A page whose code is fetched when it is gone to, or before, once there is nothing else to do. */
function page(fetch: () => Promise<{ default: ComponentType }>) {
  fetches.push(fetch);
  return lazy(fetch);
}

function useFetchedAhead() {
  useEffect(() => {
    const idle = window.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 1500));
    // One that cannot be had now is asked for again when it is gone to.
    const all = () => Promise.allSettled(fetches.map((fetch) => fetch()));
    idle(() => void all());
  }, []);
}

const ShelfPage = page(() => import("./shelf/ShelfPage"));
const ProductPage = page(() => import("./shelf/ProductPage"));
const ComparePage = page(() => import("./shelf/ComparePage"));
const FilesPage = page(() => import("./shelf/FilesPage"));
const JugsPage = page(() => import("./jugs/JugsPage"));
const SideBySidePage = page(() => import("./jugs/SideBySidePage"));
const SharedPlanPage = page(() => import("./jugs/SharedPlanPage"));
const JugPage = page(() => import("./jug/JugPage"));
const PlanPage = page(() => import("./jug/plan/PlanPage"));
const PitchPage = page(() => import("./jug/pitch/PitchPage"));
const FermentPage = page(() => import("./jug/ferment/FermentPage"));
const BottlePage = page(() => import("./jug/bottle/BottlePage"));
const LabelsPage = page(() => import("./jug/bottle/LabelsPage"));

export function App() {
  const session = useSession();
  const { pathname } = useLocation();
  useFetchedAhead();
  if (session.isPending) return <Waiting page what="Opening the kitchen" />;
  if (session.isError)
    return <Trouble page error={session.error} again={() => session.refetch()} />;
  if (!session.data.signed_in) return <Welcome demoOffered={session.data.demo_offered} />;
  return (
    <Frame session={session.data}>
      <Boundary place={pathname}>
        <Suspense fallback={<Waiting page what="Fetching" />}>
          <Routes>
            <Route path="/shelf" element={<ShelfPage />} />
            <Route path="/shelf/compare" element={<ComparePage />} />
            <Route path="/shelf/files" element={<FilesPage />} />
            <Route path="/shelf/:product" element={<ProductPage />} />
            <Route path="/jugs" element={<JugsPage />} />
            <Route path="/jugs/side-by-side" element={<SideBySidePage />} />
            <Route path="/plans/:token" element={<SharedPlanPage />} />
            <Route path="/jugs/:id" element={<JugPage />}>
              <Route path="plan" element={<PlanPage />} />
              <Route path="pitch" element={<PitchPage />} />
              <Route path="ferment" element={<FermentPage />} />
              <Route path="bottle" element={<BottlePage />} />
              <Route path="labels" element={<LabelsPage />} />
              <Route index element={<Navigate to="plan" replace />} />
            </Route>
            <Route path="*" element={<Navigate to="/jugs" replace />} />
          </Routes>
        </Suspense>
      </Boundary>
    </Frame>
  );
}
