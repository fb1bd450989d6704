import { skipToken } from '@reduxjs/toolkit/query/react';
import type { UnitDetail, VisitSummary } from '@vaktman/contract';
import { useState } from 'react';
import { failedWords } from '../api/failure';
import { useEarlierVisitsInfiniteQuery } from './unitApi';

/** Visits as they stand now, with those known before that newer ones have pushed off the end; what is gone within is gone. */
const withPushedOff = (now: readonly VisitSummary[], known: readonly VisitSummary[]): readonly VisitSummary[] => {
  const end = now.at(-1)?.startedAt;
  const listed = new Set(now.map(({ visitId }) => visitId));
  return end === undefined
    ? now
    : [...now, ...known.filter(({ visitId, startedAt }) => !listed.has(visitId) && startedAt <= end)];
};

interface Known {
  /** Of which answer of the server. */
  readonly of: readonly VisitSummary[];
  readonly visits: readonly VisitSummary[];
}

/** Visits of a unit, the latest first: those of its page, then as many pages of earlier ones as are asked for. */
export const useUnitVisits = ({ unit: { id: unitId }, visits: now, earlierVisits: place }: UnitDetail) => {
  // Where they go on stays where it was when it was first asked: a visit that is opened meanwhile begins nothing anew.
  const [from, setFrom] = useState<string | null>(null);
  const [known, setKnown] = useState<Known>({ of: now, visits: now });
  if (known.of !== now) setKnown({ of: now, visits: from === null ? now : withPushedOff(now, known.visits) });
  const earlier = useEarlierVisitsInfiniteQuery(from === null ? skipToken : { unitId, from });
  const hasNone = earlier.currentData === undefined;
  const before = earlier.currentData?.pages.flatMap((page) => page.visits) ?? [];
  return {
    visits: withPushedOff(known.visits, before),
    hasMore: (from ?? place) !== null && (hasNone || earlier.hasNextPage),
    isPending: earlier.isFetching,
    failed: earlier.isError ? failedWords(earlier.error) : null,
    ask: (): void => {
      if (from === null) setFrom(place);
      else void (hasNone ? earlier.refetch() : earlier.fetchNextPage());
    },
  };
};
