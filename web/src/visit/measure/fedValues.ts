import type { FeedQuantity } from '@vaktman/core';
import type { EntryField } from '../../control/keypadEntry';
import { capturedOf, type Feed } from '../../feed/useFeed';

/** What the instruments show, as typed: the steady value where there is one, the highest for a peak. */
export const fedValues = (feed: Feed, fields: readonly EntryField[]): Record<string, string> => {
  const text = (quantity: FeedQuantity, decimals: number, peak: boolean): string | undefined => {
    const { steady, last, highest } = capturedOf(feed, quantity);
    const value = peak ? highest : (steady ?? last);
    return value === null ? undefined : value.toFixed(decimals);
  };
  const byKey: Readonly<Record<string, string | undefined>> = {
    volts: text('dc-volts', 3, false),
    acVolts: text('ac-volts', 3, false),
    amps: text('dc-amps', 1, false),
    peakAmps: text('dc-amps', 1, true),
    rpm: text('rpm', 0, false),
  };
  return Object.fromEntries(
    fields.flatMap(({ key }): [string, string][] => (byKey[key] === undefined ? [] : [[key, byKey[key]]])),
  );
};
