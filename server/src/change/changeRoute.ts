import type { FleetId } from '@vaktman/core';
import type { Context } from 'hono';
import { streamSSE } from 'hono/streaming';
import { setTimeout as pause } from 'node:timers/promises';
import type { StreamCount } from '../http/streamCount';
import type { ChangeHub, Told } from './changeHub';

/** A line now and then tells either end that the other is still there. */
const HEARTBEAT_MS = 15_000;
/** So much may wait for a reader; one that takes it more slowly is told to ask for everything. */
const MOST_WAITING = 200;
/** What follows within so long is written at once, and what is the same only once: a busy shop changes dozens of times a second. */
const GATHER_MS = 250;

/** An event as it is written into a stream. */
const eventText = (event: string, data = ''): string => `event: ${event}\ndata: ${data}\n\n`;
/** Written once, however many read it. */
const texts = new WeakMap<Told, string>();
const textOf = (told: Told): string => {
  const known = texts.get(told);
  if (known !== undefined) return known;
  const text = told.kind === 'change' ? eventText('change', JSON.stringify(told.change)) : eventText(told.kind);
  texts.set(told, text);
  return text;
};

/**
 * What changes in a fleet, as server-sent events, until the reader goes, is signed out, or the server stops.
 * @param isStillIn whether whoever asked is signed in yet
 */
export const changeAnswer = (
  c: Context,
  hub: ChangeHub,
  streams: StreamCount,
  fleetId: FleetId,
  isStillIn: () => Promise<boolean>,
): Response => {
  const giveBack = streams.take(c.req.query('device') ?? 'unnamed');
  return streamSSE(
    c,
    async (stream) => {
      const waiting = new Set([eventText('ready')]);
      let wake: () => void = () => undefined;
      let ended = false;
      const end = (): void => {
        ended = true;
        wake();
      };
      const unsubscribe = hub.subscribe((told) => {
        if (told.kind === 'end') return end();
        if (told.kind === 'change' && told.change.fleetId !== fleetId) return;
        if (waiting.size >= MOST_WAITING) {
          waiting.clear();
          waiting.add(eventText('missed'));
        } else waiting.add(textOf(told));
        wake();
      });
      stream.onAbort(end);
      const heartbeat = setInterval(() => {
        waiting.add(eventText('alive'));
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
          if (waiting.size > 0) {
            const text = [...waiting].join('');
            waiting.clear();
            await stream.write(text);
            await pause(GATHER_MS);
          } else
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
