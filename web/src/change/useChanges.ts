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
  shop: z.optional(z.boolean()),
  instruments: z.optional(z.boolean()),
});

/** What is asked for again when something of it is told to have changed. Who works here may do more, or less, from then on. */
const TAGS_OF = {
  watch: ['Watch', 'Unit'],
  batteries: ['Battery'],
  weather: ['Weather'],
  shop: ['Fleet', 'Session'],
  instruments: ['Instrument'],
} as const;
type ListTag = (typeof TAGS_OF)[keyof typeof TAGS_OF][number];

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
    /** What of the lists is to be asked for again. */
    const lists = new Set<ListTag>();

    const askVisits = (): void => {
      gathering = null;
      dispatch(api.util.invalidateTags([...visits].map((id) => ({ type: 'Visit' as const, id }))));
      visits.clear();
    };
    const askLists = (): void => {
      gatheringLists = null;
      dispatch(api.util.invalidateTags([...lists]));
      lists.clear();
    };
    const gather = (): void => {
      if (visits.size > 0) gathering ??= setTimeout(askVisits, GATHER_MS);
      if (lists.size > 0) gatheringLists ??= setTimeout(askLists, gatherListsMs());
    };
    const everything = (): void => void dispatch(api.util.invalidateTags(['Visit', ...Object.values(TAGS_OF).flat()]));
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
        for (const [told, tags] of Object.entries(TAGS_OF))
          if (change.data[told as keyof typeof TAGS_OF] === true) for (const tag of tags) lists.add(tag);
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
