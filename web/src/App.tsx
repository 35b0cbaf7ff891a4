import { lazy, Suspense } from "react";
import { Navigate, Route, Routes } from "react-router";
import { useSession } from "./api/queries";
import { Frame } from "./frame/Frame";
import { Trouble, Waiting } from "./frame/states";
import { Welcome } from "./session/Welcome";

const ShelfPage = lazy(() => import("./shelf/ShelfPage"));
const ProductPage = lazy(() => import("./shelf/ProductPage"));
const ComparePage = lazy(() => import("./shelf/ComparePage"));
const FilesPage = lazy(() => import("./shelf/FilesPage"));
const JugsPage = lazy(() => import("./jugs/JugsPage"));
const SideBySidePage = lazy(() => import("./jugs/SideBySidePage"));
const SharedPlanPage = lazy(() => import("./jugs/SharedPlanPage"));
const JugPage = lazy(() => import("./jug/JugPage"));
const PlanPage = lazy(() => import("./jug/plan/PlanPage"));
const PitchPage = lazy(() => import("./jug/pitch/PitchPage"));
const FermentPage = lazy(() => import("./jug/ferment/FermentPage"));
const BottlePage = lazy(() => import("./jug/bottle/BottlePage"));
const LabelsPage = lazy(() => import("./jug/bottle/LabelsPage"));

export function App() {
  const session = useSession();
  if (session.isPending) return <Waiting what="Opening the kitchen" />;
  if (session.isError) return <Trouble error={session.error} again={() => session.refetch()} />;
  if (!session.data.signed_in) return <Welcome demoOffered={session.data.demo_offered} />;
  return (
    <Frame session={session.data}>
      <Suspense fallback={<Waiting what="Fetching" />}>
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
    </Frame>
  );
}
