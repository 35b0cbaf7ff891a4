import { lazy, type ReactNode, Suspense, useEffect } from "react";
import { Navigate, Route, Routes, useLocation, useMatch } from "react-router";
import type { Schemas } from "./api/client";
import { useReference, useSession, useToday } from "./api/queries";
import { Boundary } from "./frame/Boundary";
import { setGlossary } from "./frame/Explained";
import { Frame } from "./frame/Frame";
import { Trouble, Waiting } from "./frame/states";
import FermentPage from "./jug/ferment/FermentPage";
import JugPage from "./jug/JugPage";
import PitchPage from "./jug/pitch/PitchPage";
import PlanPage from "./jug/plan/PlanPage";
import JugsPage from "./jugs/JugsPage";
import SharedPlanPage from "./jugs/SharedPlanPage";
import SideBySidePage from "./jugs/SideBySidePage";
import { Welcome } from "./session/Welcome";
import TodayPage from "./today/TodayPage";
import { setKitchen } from "./units";

// What comes after the ferment is fetched once a jug is there to see it; what is for the shop once
// the first page rests, for in a shop there may be no network.
const fetchShelf = () => import("./shelf/ShelfPage");
const AT_REST_MS = 1200;
const ShelfPage = lazy(fetchShelf);
const ProductPage = lazy(() => import("./shelf/ProductPage"));
const ComparePage = lazy(() => import("./shelf/ComparePage"));
const FilesPage = lazy(() => import("./shelf/FilesPage"));
const SettingsPage = lazy(() => import("./settings/SettingsPage"));
const ClearPage = lazy(() => import("./jug/clear/ClearPage"));
const FinishPage = lazy(() => import("./jug/finish/FinishPage"));
const GuestPage = lazy(() => import("./cellar/GuestPage"));
const BatchPage = lazy(() => import("./jugs/BatchPage"));
const CellarPage = lazy(() => import("./cellar/CellarPage"));
const LookBackPage = lazy(() => import("./lookback/LookBackPage"));
const BottlePage = lazy(() => import("./jug/bottle/BottlePage"));
const TastePage = lazy(() => import("./jug/taste/TastePage"));
const LabelsPage = lazy(() => import("./jug/bottle/LabelsPage"));

export function App() {
  // A guest at a tasting has no account, nor has who was given a bottle.
  const guest = useMatch("/taste/:token");
  const given = useMatch("/batches/:token");
  if (!guest && !given) return <Door />;
  return (
    <Routes>
      <Route path="/taste/:token" element={later(<GuestPage />)} />
      <Route path="/batches/:token" element={later(<BatchPage />)} />
    </Routes>
  );
}

/** In front of the kitchen: whoever is signed in comes in. */
function Door() {
  const session = useSession();
  if (session.isPending) return <Waiting page what="Opening Amber Jug" />;
  if (session.isLoadingError)
    return <Trouble page error={session.error} again={() => session.refetch()} />;
  if (!session.data.signed_in) return <Welcome demoOffered={session.data.demo_offered} />;
  return <Kitchen session={session.data} />;
}

/** Where one begins: with what is due, or else with the jugs. */
function Home() {
  const today = useToday();
  if (today.isPending) return <Waiting page what="Looking what is due" />;
  const pressing = today.data?.tasks.some((task) => task.state !== "coming");
  return <Navigate to={pressing ? "/today" : "/jugs"} replace />;
}

/** Everything behind the door, its figures written as this kitchen writes them. */
function Kitchen({ session }: { session: Schemas["SessionOut"] }) {
  const reference = useReference();
  const { pathname } = useLocation();
  useEffect(() => {
    const timer = setTimeout(() => fetchShelf().catch(() => undefined), AT_REST_MS);
    return () => clearTimeout(timer);
  }, []);
  if (reference.isPending) return <Waiting page what="Opening Amber Jug" />;
  if (reference.isLoadingError)
    return <Trouble page error={reference.error} again={() => reference.refetch()} />;
  setKitchen(reference.data, session.settings);
  setGlossary(reference.data.glossary);
  return (
    <Frame session={session}>
      <Boundary place={pathname}>
        <Routes>
          <Route path="/shelf" element={later(<ShelfPage />)} />
          <Route path="/shelf/compare" element={later(<ComparePage />)} />
          <Route path="/shelf/files" element={later(<FilesPage />)} />
          <Route path="/shelf/:product" element={later(<ProductPage />)} />
          <Route path="/jugs" element={<JugsPage />} />
          <Route path="/jugs/side-by-side" element={<SideBySidePage />} />
          <Route path="/plans/:token" element={<SharedPlanPage />} />
          <Route
            path="/settings"
            element={later(
              <SettingsPage
                settings={session.settings}
                name={session.name}
                stems={reference.data.stems}
              />,
            )}
          />
          <Route path="/jugs/:id" element={<JugPage />}>
            <Route path="plan" element={<PlanPage />} />
            <Route path="pitch" element={<PitchPage />} />
            <Route path="ferment" element={<FermentPage />} />
            <Route path="clear" element={later(<ClearPage />)} />
            <Route path="finish" element={later(<FinishPage />)} />
            <Route path="bottle" element={later(<BottlePage />)} />
            <Route path="taste" element={later(<TastePage />)} />
            <Route path="labels" element={later(<LabelsPage />)} />
            <Route index element={<Navigate to="plan" replace />} />
          </Route>
          <Route path="/cellar" element={later(<CellarPage />)} />
          <Route path="/look-back" element={later(<LookBackPage />)} />
          <Route path="/today" element={<TodayPage />} />
          <Route path="*" element={<Home />} />
        </Routes>
      </Boundary>
    </Frame>
  );
}

function later(page: ReactNode) {
  return <Suspense fallback={<Waiting what="Opening the page" />}>{page}</Suspense>;
}
