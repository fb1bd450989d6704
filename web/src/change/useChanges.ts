import { useEffect } from 'react';
import * as z from 'zod/mini';
import { api } from '../api/api';
import { useOutbox } from '../outbox/OutboxContext';
import { useAppDispatch } from '../store';

/** Changes of visits that come close together are asked for once. */
const GATHER_MS = 250;
/** Lists, which a busy shop changes all the time, about once a second: no two screens at the same moment, though all hear at once. */
const gatherListsMs = (): number => 500 + 1000 * Math.random();
const AGAIN_MS = 3000;

const changeSchema = z.object({
  visitId: z.optional(z.string()),
  watch: z.optional(z.boolean()),
  batteries: z.optional(z.boolean()),
  weather: z.optional(z.boolean()),
});

/** Keeps what is shown in step with what others change: the server tells, and what is on screen is asked for again. */
export const useChanges = (): void => {
  const dispatch = useAppDispatch();
  const outbox = useOutbox();
  useEffect(() => {
    let source: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | null = null;
    let gathering: ReturnType<typeof setTimeout> | null = null;
    let gatheringLists: ReturnType<typeof setTimeout> | null = null;
    let ended = false;
    const visits = new Set<string>();
    let lists = false;
    let batteries = false;
    let weather = false;

    const askVisits = (): void => {
      gathering = null;
      dispatch(api.util.invalidateTags([...visits].map((id) => ({ type: 'Visit' as const, id }))));
      visits.clear();
    };
    const askLists = (): void => {
      gatheringLists = null;
      dispatch(
        api.util.invalidateTags([
          ...(lists ? (['Watch', 'Unit'] as const) : []),
          ...(batteries ? (['Battery'] as const) : []),
          ...(weather ? (['Weather'] as const) : []),
        ]),
      );
      lists = false;
      batteries = false;
      weather = false;
    };
    const gather = (): void => {
      if (visits.size > 0) gathering ??= setTimeout(askVisits, GATHER_MS);
      if (lists || batteries || weather) gatheringLists ??= setTimeout(askLists, gatherListsMs());
    };
    const everything = (): void =>
      void dispatch(api.util.invalidateTags(['Visit', 'Watch', 'Unit', 'Battery', 'Fleet', 'Weather']));
    let missed = false;

    const open = async (): Promise<void> => {
      again = null;
      const device = await outbox.deviceId().catch(() => null);
      if (ended) return;
      source = new EventSource(`/api/changes?device=${device ?? 'unnamed'}`);
      source.addEventListener('ready', () => {
        // After a loss nobody knows what changed meanwhile.
        if (missed) everything();
        missed = false;
        outbox.sendSoon(0);
      });
      source.addEventListener('missed', everything);
      source.addEventListener('change', (event: MessageEvent<string>) => {
        const change = z.safeParse(changeSchema, JSON.parse(event.data));
        if (!change.success) return everything();
        if (change.data.visitId !== undefined) visits.add(change.data.visitId);
        lists ||= change.data.watch === true;
        batteries ||= change.data.batteries === true;
        weather ||= change.data.weather === true;
        gather();
        return undefined;
      });
      source.onerror = () => {
        missed = true;
        // The browser tries again by itself after a cut; after a refusal it does not.
        if (source?.readyState !== EventSource.CLOSED) return;
        source.close();
        again ??= setTimeout(() => void open(), AGAIN_MS);
      };
    };
    void open();
    return () => {
      ended = true;
      source?.close();
      if (again !== null) clearTimeout(again);
      if (gathering !== null) clearTimeout(gathering);
      if (gatheringLists !== null) clearTimeout(gatheringLists);
    };
  }, [dispatch, outbox]);
};
