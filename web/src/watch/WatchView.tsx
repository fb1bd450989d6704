import type { Fleet, Watch, Weather } from '@vaktman/contract';
import { lazy, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useLocation, useNavigate, useNavigationType, useSearchParams } from 'react-router';
import { useFleetQuery, useWatchQuery, useWeatherQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { useToday, useTonight } from '../clock/useYardDate';
import { dateAfter } from '../control/dates';
import { Key } from '../control/Key';
import { useLater } from '../control/useLater';
import { Part } from '../control/Part';
import { usePrinting } from '../control/usePrinting';
import { ANSWER_MARK, ANSWER_WORDS, Mark } from '../control/Mark';
import { Failed, Loading } from '../frame/Failed';
import { watchLeft } from '../frame/placeSlice';
import { useViewTitle } from '../frame/useViewTitle';
import { useAppDispatch } from '../store';
import {
  coldestNights,
  countByAnswer,
  filterFrom,
  filterParameters,
  watchLines,
  watchUnits,
  type WatchFilter,
} from './watchFilter';
import { isLong, WatchList } from './WatchList';
import { answerWords, doneWords, nightWords } from './watchWords';
import { Answer, ColdPlace, Empty, Headline, ListPlace, Main, Sheet, ToolsPlace } from './watchStyle';

/** Fetched when the first view stands, so that it is there when somebody prints. */
const loadWorklist = async () => (await import('./Worklist')).Worklist;
/** Drawn once the list stands: the nights are asked for apart, and come later anyway. */
const ComingCold = lazy(async () => ({ default: (await import('./ComingCold')).ComingCold }));
/** What is due and what to buy stands beside the list, and what narrows it over it: both come a moment later. */
const WatchSide = lazy(async () => ({ default: (await import('./WatchSide')).WatchSide }));
const WatchTools = lazy(async () => ({ default: (await import('./WatchTools')).WatchTools }));
/** Seen once in the life of a fleet. */
const EmptyFleet = lazy(async () => ({ default: (await import('./EmptyFleet')).EmptyFleet }));

const NIGHTS_DRAWN = 7;
const FORECAST_MS = 30 * 60_000;
const NO_WEATHER: Weather = { yards: [], problem: 'The nights could not be loaded.' };
const NIGHTS_PENDING: Weather = { yards: [], problem: null };

/** Search text that stands here at once; the address follows a moment later and must not take digits back. */
const useTyped = (kept: string): readonly [string, (value: string) => void] => {
  const [typed, setTyped] = useState(kept);
  const arrivedBy = useNavigationType();
  useEffect(() => {
    if (arrivedBy === 'POP') setTyped(kept);
  }, [arrivedBy, kept]);
  return [typed, setTyped];
};

const Shown = ({ watch, fleet, weather }: { watch: Watch; fleet: Fleet; weather: Weather | undefined }) => {
  const [parameters, setParameters] = useSearchParams();
  const navigate = useNavigate();
  const filter = filterFrom(parameters);
  const change = (part: Partial<WatchFilter>): void =>
    setParameters(filterParameters({ ...filter, ...part }), { replace: true });
  const dispatch = useAppDispatch();
  const { search: place } = useLocation();
  useEffect(() => {
    dispatch(watchLeft(place));
  }, [dispatch, place]);
  const [typed, setTyped] = useTyped(filter.search);
  const search = useDeferredValue(typed);
  const { standing, yardId, cold, sort, done } = filter;
  const [today, tonight] = [useToday(), useTonight()];
  const nights = useMemo(() => coldestNights(weather, tonight), [weather, tonight]);
  const units = useMemo(() => watchUnits(watch, nights, done), [watch, nights, done]);
  const lines = useMemo(
    () => watchLines(units, fleet.yards, { search, standing, yardId, cold, sort, done }),
    [units, fleet.yards, search, standing, yardId, cold, sort, done],
  );
  const yards = useMemo(
    () =>
      fleet.yards.filter(({ yardId: id, endedAt }) => endedAt == null || units.some(({ row }) => row.yardId === id)),
    [fleet.yards, units],
  );
  const night = nightWords(nights);
  const counts = countByAnswer(units);
  const after = useMemo(() => doneWords(watchUnits(watch, nights, true), night), [watch, nights, night]);
  const dates = Array.from({ length: NIGHTS_DRAWN }, (_, index) => dateAfter(tonight, index));
  const listPlace = useRef<HTMLDivElement>(null);
  const showAll = (): void => {
    setTyped('');
    change({ search: '', standing: null, yardId: null, cold: null });
    // The key goes with what it was for: the keyboard stays where it stood.
    listPlace.current?.focus();
  };
  /** What is typed now counts, not what the list has caught up with. */
  const openFirst = (): void => {
    const first = watchLines(units, fleet.yards, { ...filter, search: typed }).find((line) => line.kind === 'unit');
    if (first?.kind === 'unit') void navigate(`/units/${encodeURIComponent(first.unit.row.unitId)}`);
  };
  const Worklist = useLater(loadWorklist);
  const isPrinting = usePrinting();
  if (isPrinting && Worklist !== null) return <Worklist lines={lines} night={night} today={today} />;
  return (
    <Sheet>
      <Headline role="group" aria-label="Show by what the cold will do">
        {weather === undefined ? <p role="status">Asking for the coming nights.</p> : null}
        {(weather === undefined ? [] : answerWords(counts, night)).map(({ answer, words }) => (
          <Answer key={answer} isSelected={cold === answer} onChange={(on) => change({ cold: on ? answer : null })}>
            <span className="whole">
              <Mark kind={ANSWER_MARK[answer]} word={words} />
            </span>
            <span className="few">
              <Mark kind={ANSWER_MARK[answer]} word="" /> <b>{counts[answer]}</b>
              <br />
              {ANSWER_WORDS[answer]}
            </span>
          </Answer>
        ))}
      </Headline>
      <Main className={isLong(lines) ? 'long' : ''}>
        <Part what="What narrows the list" meanwhile={<ToolsPlace aria-hidden="true" />}>
          <WatchTools
            filter={filter}
            change={change}
            yards={yards}
            typed={typed}
            type={(value) => {
              setTyped(value);
              change({ search: value });
            }}
            openFirst={openFirst}
          />
        </Part>
        <Part what="The coming cold" meanwhile={<ColdPlace aria-hidden="true" />}>
          <ComingCold weather={weather ?? NIGHTS_PENDING} yards={yards} nights={nights} dates={dates} />
        </Part>
        <ListPlace ref={listPlace} tabIndex={-1}>
          {lines.length === 0 ? (
            <Empty>
              <p>Nothing matches.</p>
              <Key onPress={showAll}>Show every unit</Key>
            </Empty>
          ) : (
            <WatchList lines={lines} nights={nights} today={today} />
          )}
        </ListPlace>
      </Main>
      <Part what="What is due and to buy" meanwhile={<aside aria-hidden="true" />}>
        <WatchSide units={units} rows={watch.units} night={night} today={today} done={after} />
      </Part>
    </Sheet>
  );
};

/** The lead hand's first look: who will not start in the coming cold, what is due, what to buy. */
export const WatchView = () => {
  const fleet = useFleetQuery();
  const watch = useWatchQuery();
  // Nobody tells when a forecast changes, and this is the page that is left open.
  const weather = useWeatherQuery(undefined, { pollingInterval: FORECAST_MS });
  const failed = watch.isError || fleet.isError;
  useViewTitle('Watch');
  if (watch.data?.units.length === 0 && fleet.data !== undefined)
    return (
      <Part what="What a fleet begins with" meanwhile={<Loading />}>
        <EmptyFleet name={fleet.data.name} />
      </Part>
    );
  return (
    <>
      {watch.data !== undefined && fleet.data !== undefined ? (
        <Shown
          watch={watch.data}
          fleet={fleet.data}
          weather={weather.data ?? (weather.isError ? NO_WEATHER : undefined)}
        />
      ) : failed ? (
        <Failed
          title="The watch could not be loaded"
          words={`${failedWords(watch.error ?? fleet.error)} Readings taken on this device are kept and will be sent.`}
          again={() => {
            void watch.refetch();
            void fleet.refetch();
          }}
        />
      ) : (
        <Loading />
      )}
    </>
  );
};
