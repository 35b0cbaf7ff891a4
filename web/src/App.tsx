import { Navigate, Route, Routes, useLocation } from "react-router";
import { useSession } from "./api/queries";
import { Boundary } from "./frame/Boundary";
import { Frame } from "./frame/Frame";
import { Trouble, Waiting } from "./frame/states";
import BottlePage from "./jug/bottle/BottlePage";
import LabelsPage from "./jug/bottle/LabelsPage";
import FermentPage from "./jug/ferment/FermentPage";
import JugPage from "./jug/JugPage";
import PitchPage from "./jug/pitch/PitchPage";
import PlanPage from "./jug/plan/PlanPage";
import JugsPage from "./jugs/JugsPage";
import SharedPlanPage from "./jugs/SharedPlanPage";
import SideBySidePage from "./jugs/SideBySidePage";
import { Welcome } from "./session/Welcome";
import ComparePage from "./shelf/ComparePage";
import FilesPage from "./shelf/FilesPage";
import ProductPage from "./shelf/ProductPage";
import ShelfPage from "./shelf/ShelfPage";

export function App() {
  const session = useSession();
  const { pathname } = useLocation();
  if (session.isPending) return <Waiting page what="Opening the kitchen" />;
  if (session.isError)
    return <Trouble page error={session.error} again={() => session.refetch()} />;
  if (!session.data.signed_in) return <Welcome demoOffered={session.data.demo_offered} />;
  return (
    <Frame session={session.data}>
      <Boundary place={pathname}>
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
      </Boundary>
    </Frame>
  );
}
