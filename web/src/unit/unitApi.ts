import type { UnitId } from '@vaktman/core';
import { visitListSchema, type UnitPicture, type VisitList } from '@vaktman/contract';
import { api } from '../api/api';

/** What is asked of one unit apart from the first view. */
const unitApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** Visits of a unit before those of its page, from the place that page tells. */
    earlierVisits: build.infiniteQuery<VisitList, { readonly unitId: UnitId; readonly from: string }, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg: { unitId, from }, pageParam }) => ({
        url: '/visits',
        params: { unitId, after: pageParam ?? from },
      }),
      transformResponse: (body) => visitListSchema.parse(body),
      keepUnusedDataFor: 0,
    }),
    setUnitPicture: build.mutation<void, UnitPicture & { readonly unitId: UnitId }>({
      query: ({ unitId, data }) => ({
        url: `/units/${encodeURIComponent(unitId)}/picture`,
        method: 'PUT',
        body: { data },
      }),
      invalidatesTags: (_result, _error, { unitId }) => [{ type: 'Unit', id: unitId }],
    }),
  }),
});
export const { useEarlierVisitsInfiniteQuery, useSetUnitPictureMutation } = unitApi;
