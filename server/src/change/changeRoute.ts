import type { Context } from 'hono';
import { streamSSE } from 'hono/streaming';
import type { StreamCount } from '../http/streamCount';
import type { ChangeHub, Told } from './changeHub';

/** A line now and then tells either end that the other is still there. */
const HEARTBEAT_MS = 15_000;
/** A reader that takes nothing for this long has gone, or is told to ask for everything when it comes back. */
const MOST_WAITING = 200;

const eventOf = (told: Told): { event: string; data: string } =>
  told.kind === 'change' ? { event: 'change', data: JSON.stringify(told.change) } : { event: told.kind, data: '' };

/**
 * What changes in a fleet, as server-sent events, until the reader goes, is signed out, or the server stops.
 * @param isStillIn whether whoever asked is signed in yet
 */
export const changeAnswer = (
  c: Context,
  hub: ChangeHub,
  streams: StreamCount,
  fleetId: string,
  isStillIn: () => Promise<boolean>,
): Response => {
  const giveBack = streams.take(c.req.query('device') ?? 'unnamed');
  return streamSSE(
    c,
    async (stream) => {
      const waiting: { event: string; data: string }[] = [{ event: 'ready', data: '' }];
      let wake: () => void = () => undefined;
      let ended = false;
      const end = (): void => {
        ended = true;
        wake();
      };
      const unsubscribe = hub.subscribe((told) => {
        if (told.kind === 'end') return end();
        if (told.kind === 'change' && told.change.fleetId !== fleetId) return;
        if (waiting.length < MOST_WAITING) waiting.push(eventOf(told));
        else waiting.splice(0, waiting.length, eventOf({ kind: 'missed' }));
        wake();
      });
      stream.onAbort(end);
      const heartbeat = setInterval(() => {
        waiting.push({ event: 'alive', data: '' });
        wake();
        // Whoever was signed out hears no more; a database that does not answer signs nobody out.
        isStillIn().then(
          (isIn) => {
            if (!isIn) end();
          },
          () => undefined,
        );
      }, HEARTBEAT_MS);
      try {
        while (!ended && !stream.aborted) {
          const next = waiting.shift();
          if (next !== undefined) await stream.writeSSE(next);
          else
            await new Promise<void>((resolve) => {
              wake = resolve;
            });
        }
      } finally {
        clearInterval(heartbeat);
        unsubscribe();
        giveBack();
      }
    },
    async () => giveBack(),
  );
};
