import {
  type VisitId,
  Capture,
  NOTHING_CAPTURED,
  type Captured,
  type FeedLine,
  type FeedQuantity,
} from '@vaktman/core';
import { useEffect, useRef, useState } from 'react';

/** What the connected instruments say, by quantity. */
export interface Feed {
  readonly captured: Readonly<Partial<Record<FeedQuantity, Captured>>>;
  readonly note: string | null;
}

const QUIET: Feed = { captured: {}, note: null };
/** Screens are drawn a few times a second; the samples come faster and are all counted. */
const DRAWN_MS = 100;

/** Listens to the instruments for a step while `open`, and catches steady, lowest and highest values by itself. */
export const useFeed = (
  visitId: VisitId,
  step: string,
  point: string,
  open: boolean,
  /** Whether a sample belongs to the test; all do when left out. */
  counts?: (quantity: FeedQuantity, value: number, ms: number) => boolean,
): Feed => {
  const [feed, setFeed] = useState<Feed>(QUIET);
  const latest = useRef<Feed>(QUIET);
  useEffect(() => {
    if (!open) return undefined;
    latest.current = QUIET;
    setFeed(QUIET);
    const captures = new Map<FeedQuantity, Capture>();
    const source = new EventSource(
      `/api/visits/${visitId}/feed?step=${encodeURIComponent(step)}&point=${encodeURIComponent(point)}`,
    );
    const began = performance.now();
    source.addEventListener('reading', (event: MessageEvent<string>) => {
      const line = JSON.parse(event.data) as Extract<FeedLine, { kind: 'read' }>;
      if (counts !== undefined && !counts(line.quantity, line.value, Date.now())) return;
      const capture = captures.get(line.quantity) ?? new Capture();
      captures.set(line.quantity, capture);
      const captured = capture.add((performance.now() - began) / 1000, line.value);
      latest.current = { note: null, captured: { ...latest.current.captured, [line.quantity]: captured } };
    });
    const say = (event: MessageEvent<string>): void => {
      latest.current = { ...latest.current, note: event.data };
    };
    source.addEventListener('note', say);
    source.addEventListener('lost', (event: MessageEvent<string>) => {
      say(event);
      source.close();
    });
    source.onerror = () => {
      latest.current = { ...latest.current, note: 'No instrument is connected.' };
    };
    const timer = setInterval(() => setFeed(latest.current), DRAWN_MS);
    return () => {
      clearInterval(timer);
      source.close();
      setFeed(latest.current);
    };
  }, [visitId, step, point, open, counts]);
  return feed;
};

export const capturedOf = (feed: Feed, quantity: FeedQuantity): Captured => feed.captured[quantity] ?? NOTHING_CAPTURED;
