import type { UnitId } from '@vaktman/core';
import type { UnitPicture } from '@vaktman/contract';
import { api } from '../api/api';

/** What is asked of one unit apart from the first view. */
const unitApi = api.injectEndpoints({
  endpoints: (build) => ({
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
export const { useSetUnitPictureMutation } = unitApi;
