import { lazy, Suspense, useEffect } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Failed, Loading } from './frame/Failed';
import { MainBar } from './frame/MainBar';
import { WaitingMark } from './frame/WaitingMark';
import { useClockNotices } from './clock/useClockNotices';
import { useAppSelector } from './store';
import { GlobalStyle } from './theme/GlobalStyle';
import { WatchView } from './watch/WatchView';

const UnitView = lazy(() => import('./unit/UnitView').then((module) => ({ default: module.UnitView })));
const UnitFormView = lazy(() => import('./unit/UnitFormView').then((module) => ({ default: module.UnitFormView })));
const PrepareView = lazy(() => import('./visit/PrepareView').then((module) => ({ default: module.PrepareView })));
const VisitView = lazy(() => import('./visit/VisitView').then((module) => ({ default: module.VisitView })));

const ImportView = lazy(() => import('./visit/ImportView').then((module) => ({ default: module.ImportView })));
const BenchView = lazy(() => import('./practice/BenchView').then((module) => ({ default: module.BenchView })));
const PracticeView = lazy(() => import('./practice/PracticeView').then((module) => ({ default: module.PracticeView })));
const RegisterView = lazy(() => import('./register/RegisterView').then((module) => ({ default: module.RegisterView })));
const BatteriesView = lazy(() =>
  import('./battery/BatteriesView').then((module) => ({ default: module.BatteriesView })),
);
const BatteryView = lazy(() => import('./battery/BatteryView').then((module) => ({ default: module.BatteryView })));
const MethodView = lazy(() => import('./method/MethodView').then((module) => ({ default: module.MethodView })));
const PeopleView = lazy(() => import('./people/PeopleView').then((module) => ({ default: module.PeopleView })));

/** Watches the waits of this device, apart from what the views draw. */
const ClockNotices = () => {
  useClockNotices();
  return null;
};

const NoSuchPlace = () => (
  <>
    <MainBar />
    <Failed title="Nothing is at this address" words="The watch shows every unit." />
  </>
);

/** The application: one view at a time, the address says which. */
export const App = () => {
  const theme = useAppSelector((state) => state.settings.theme);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  return (
    <BrowserRouter>
      <GlobalStyle />
      <ClockNotices />
      <Suspense fallback={<Loading />}>
        <Routes>
          <Route path="/" element={<WatchView />} />
          <Route path="/units" element={<RegisterView />} />
          <Route path="/batteries" element={<BatteriesView />} />
          <Route path="/batteries/:batteryId" element={<BatteryView />} />
          <Route path="/units/new" element={<UnitFormView />} />
          <Route path="/units/:unitId" element={<UnitView />} />
          <Route path="/units/:unitId/edit" element={<UnitFormView />} />
          <Route path="/units/:unitId/prepare" element={<PrepareView />} />
          <Route path="/practice" element={<PracticeView />} />
          <Route path="/practice/:exerciseId" element={<BenchView />} />
          <Route path="/import" element={<ImportView />} />
          <Route path="/method" element={<MethodView />} />
          <Route path="/people" element={<PeopleView />} />
          <Route path="/visits/:visitId" element={<VisitView />} />
          <Route path="/visits/:visitId/:step" element={<VisitView />} />
          <Route path="/visits/:visitId/:step/:point" element={<VisitView />} />
          <Route path="*" element={<NoSuchPlace />} />
        </Routes>
      </Suspense>
      <WaitingMark />
    </BrowserRouter>
  );
};
