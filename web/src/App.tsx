import { Activity, lazy, Suspense, useEffect, useState } from 'react';
import { createBrowserRouter, Outlet, RouterProvider, useLocation } from 'react-router';
import { ReaderContext } from './control/ReaderContext';
import { useFleetQuery, useSessionQuery } from './api/api';
import { setYardZone } from './control/dates';
import { useQuiet } from './device/quiet';
import { ErrorView } from './frame/ErrorView';
import { Failed, Loading } from './frame/Failed';
import { Part } from './control/Part';
import { MainBar } from './frame/MainBar';
import { SkipLink } from './frame/SkipLink';
import { zoneTold } from './settings/settingsSlice';
import { ForRole } from './session/ForRole';
import { useAppDispatch, useAppSelector } from './store';
import { GlobalStyle } from './theme/GlobalStyle';
import { WatchView } from './watch/WatchView';

/** It looks for a newer version once the first view stands. */
const UpdateNotice = lazy(async () => ({ default: (await import('./update/UpdateNotice')).UpdateNotice }));

/** What this device keeps for a shift without network; draws nothing. */
const DeviceKeeper = lazy(async () => ({ default: (await import('./shift/DeviceKeeper')).DeviceKeeper }));

/** Draws nothing while no load is held, and is there a moment later than the first view. */
const HoldNotices = lazy(async () => ({ default: (await import('./hold/HoldNotices')).HoldNotices }));
const ClockNotices = lazy(async () => ({ default: (await import('./clock/ClockNotices')).ClockNotices }));
/** What waits to be sent is told from the moment the first view stands. */
const WaitingMark = lazy(async () => ({ default: (await import('./frame/WaitingMark')).WaitingMark }));
/** What others change is heard from the moment the first view stands. */
const Changes = lazy(async () => ({ default: (await import('./change/Changes')).Changes }));
/** Nothing is here yet: the first page asks what to begin with, wherever one came in. */
const BeginView = lazy(async () => ({ default: (await import('./begin/BeginView')).BeginView }));
const SignInView = lazy(async () => ({ default: (await import('./session/SignInView')).SignInView }));
const JoinView = lazy(async () => ({ default: (await import('./session/JoinView')).JoinView }));
const ConfirmSheet = lazy(async () => ({ default: (await import('./session/ConfirmSheet')).ConfirmSheet }));
const IdleSignOut = lazy(async () => ({ default: (await import('./session/IdleSignOut')).IdleSignOut }));

/** Keeps the zone that times are written in the yard's. */
const useYardZone = (): void => {
  const dispatch = useAppDispatch();
  const isIn = useAppSelector(({ session }) => session.person !== null);
  const { data: fleet } = useFleetQuery(undefined, { skip: !isIn });
  const known = useAppSelector((state) => state.settings.timeZone);
  const zone = fleet?.timeZone ?? known;
  useEffect(() => {
    if (zone !== known) dispatch(zoneTold(zone));
  }, [dispatch, zone, known]);
  if (zone !== '') setYardZone(zone);
};

const NoSuchPlace = () => <Failed title="Nothing is at this address" words="The watch shows every unit." />;

/** The views of the desk, under the one bar that leads from each to each. */
const Desk = () => (
  <>
    <MainBar />
    <Outlet />
  </>
);

/** What lies over the views while nobody is signed in, or somebody else is about to go on; null where nothing does. */
const useSheetOver = (): 'begin' | 'join' | 'sign-in' | null => {
  useSessionQuery();
  const { pathname } = useLocation();
  const { person, hasFleet, isSwitching } = useAppSelector(({ session }) => session);
  // A load or a crank that is on is never covered: whoever holds it sees it to its end.
  const isHolding = useAppSelector(({ conditions }) =>
    Object.values(conditions).some(({ hold }) => hold !== null && hold.offMs === null),
  );
  if (hasFleet === false) return 'begin';
  if (pathname === '/join') return 'join';
  if (isHolding) return null;
  if (isSwitching) return 'sign-in';
  return person === null ? 'sign-in' : null;
};

const SheetOver = ({ over }: { over: NonNullable<ReturnType<typeof useSheetOver>> }) => {
  const { hash } = useLocation();
  switch (over) {
    case 'begin':
      return <BeginView link={hash.slice(1)} />;
    case 'join':
      return <JoinView link={hash.slice(1)} />;
    case 'sign-in':
      return <SignInView />;
  }
};

/** What is there on every view: the look, the clocks and holds, what waits and what failed. */
const Views = ({ isCovered }: { isCovered: boolean }) => (
  <>
    <SkipLink />
    <Outlet />
    <Part what="What tells of clocks, loads and what waits">
      <ClockNotices />
      <WaitingMark />
      <HoldNotices />
      {isCovered ? null : <Changes />}
    </Part>
    <Part what="What looks for a new version">
      <UpdateNotice />
      <IdleSignOut />
    </Part>
  </>
);

/**
 * The views, and the sheet that may lie over them. What somebody has half typed stays behind the sheet for them; another
 * person begins anew.
 */
const Frame = () => {
  const { theme, units } = useAppSelector((state) => state.settings);
  const asks = useAppSelector(({ session }) => session.asksPassphrase);
  const personId = useAppSelector(({ session }) => session.person?.personId);
  const over = useSheetOver();
  const isQuiet = useQuiet();
  const [owner, setOwner] = useState(personId);
  useYardZone();
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  if (personId !== undefined && personId !== owner) setOwner(personId);
  return (
    <ReaderContext value={units}>
      <GlobalStyle />
      {over === null ? null : (
        <Suspense fallback={<Loading />}>
          <SheetOver over={over} />
        </Suspense>
      )}
      {owner === undefined ? null : (
        <Activity key={owner} mode={over === null ? 'visible' : 'hidden'}>
          <Views isCovered={over !== null} />
        </Activity>
      )}
      <Part what="What keeps a shift without network">{isQuiet ? <DeviceKeeper /> : null}</Part>
      {asks ? (
        <Suspense fallback={null}>
          <ConfirmSheet />
        </Suspense>
      ) : null}
    </ReaderContext>
  );
};

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <ErrorView />,
    hydrateFallbackElement: <Loading />,
    children: [
      {
        errorElement: <ErrorView />,
        children: [
          {
            element: <Desk />,
            children: [
              { path: '/', element: <WatchView /> },
              {
                path: '/units',
                lazy: async () => ({ Component: (await import('./register/RegisterView')).RegisterView }),
              },
              {
                path: '/batteries',
                lazy: async () => ({ Component: (await import('./battery/BatteriesView')).BatteriesView }),
              },
              {
                lazy: async () => ({ Component: (await import('./fleet/ShopPages')).ShopPages }),
                children: [
                  { path: '/fleet', lazy: async () => ({ Component: (await import('./fleet/FleetView')).FleetView }) },
                  {
                    path: '/people',
                    lazy: async () => ({ Component: (await import('./people/PeopleView')).PeopleView }),
                  },
                  {
                    path: '/instruments',
                    lazy: async () => ({ Component: (await import('./instrument/InstrumentsView')).InstrumentsView }),
                  },
                  {
                    path: '/method',
                    lazy: async () => ({ Component: (await import('./method/MethodView')).MethodView }),
                  },
                  {
                    path: '/devices',
                    lazy: async () => ({ Component: (await import('./session/DevicesView')).DevicesView }),
                  },
                  {
                    path: '/here',
                    lazy: async () => ({ Component: (await import('./shift/HereView')).HereView }),
                  },
                  {
                    path: '/changes',
                    lazy: async () => ({ Component: (await import('./history/ChangesView')).ChangesView }),
                  },
                ],
              },
              { path: '/import', lazy: async () => ({ Component: (await import('./visit/ImportView')).ImportView }) },
              {
                element: (
                  <ForRole
                    least="lead"
                    title="A lead takes lists in"
                    words="Press the name above to switch, or ask a lead."
                    isUnderBar
                  />
                ),
                children: [
                  {
                    path: '/import/units',
                    lazy: async () => ({ Component: (await import('./import/ListView')).UnitListView }),
                  },
                  {
                    path: '/import/batteries',
                    lazy: async () => ({ Component: (await import('./import/ListView')).BatteryListView }),
                  },
                  {
                    path: '/import/results',
                    lazy: async () => ({ Component: (await import('./import/ListView')).ResultListView }),
                  },
                ],
              },
              { path: '/me', lazy: async () => ({ Component: (await import('./session/OwnView')).OwnView }) },
              { path: '/join', element: null },
              { path: '/trace', lazy: async () => ({ Component: (await import('./trace/TraceView')).TraceView }) },
              { path: '/waiting', lazy: async () => ({ Component: (await import('./outbox/AsideView')).AsideView }) },
              { path: '*', element: <NoSuchPlace /> },
            ],
          },
          { path: '/units/:unitId', lazy: async () => ({ Component: (await import('./unit/UnitView')).UnitView }) },
          {
            element: (
              <ForRole
                least="lead"
                title="A lead adds units and changes them"
                words="Press the name above to switch, or ask a lead."
              />
            ),
            children: [
              {
                path: '/units/new',
                lazy: async () => ({ Component: (await import('./unit/UnitFormView')).UnitFormView }),
              },
              {
                path: '/units/:unitId/edit',
                lazy: async () => ({ Component: (await import('./unit/UnitFormView')).UnitFormView }),
              },
            ],
          },
          {
            element: (
              <ForRole
                least="technician"
                title="A technician or a lead opens a visit"
                words="Press the name above to switch. Who learns reads in a visit that is open, or practises on a simulated machine."
              />
            ),
            children: [
              {
                path: '/units/:unitId/prepare',
                lazy: async () => ({ Component: (await import('./visit/PrepareView')).PrepareView }),
              },
            ],
          },
          {
            path: '/batteries/:batteryId',
            lazy: async () => ({ Component: (await import('./battery/BatteryView')).BatteryView }),
          },
          {
            path: '/batteries/:batteryId/test',
            lazy: async () => ({ Component: (await import('./battery/BenchTestView')).BenchTestView }),
          },
          {
            path: '/practice',
            lazy: async () => ({ Component: (await import('./practice/PracticeView')).PracticeView }),
          },
          {
            path: '/practice/:exerciseId',
            lazy: async () => ({ Component: (await import('./practice/BenchView')).BenchView }),
          },
          ...['/visits/:visitId', '/visits/:visitId/:step', '/visits/:visitId/:step/:point'].map((path) => ({
            path,
            lazy: async () => ({ Component: (await import('./visit/VisitView')).VisitView }),
          })),
        ],
      },
    ],
  },
]);

/** The application: one view at a time, the address says which. */
export const App = () => <RouterProvider router={router} />;
