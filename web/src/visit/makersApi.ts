import { doubtsSchema, visitMakersSchema, type Doubt, type VisitMakers } from '@vaktman/contract';
import { api } from '../api/api';

/** Who made what is in a visit, and what of it a lead is to confirm. */
const makersApi = api.injectEndpoints({
  endpoints: (build) => ({
    visitMakers: build.query<VisitMakers, string>({
      query: (visitId) => `/visits/${visitId}/makers`,
      transformResponse: (body) => visitMakersSchema.parse(body),
      providesTags: (_result, _error, visitId) => [{ type: 'Visit', id: visitId }],
    }),
    confirmations: build.query<readonly Doubt[], void>({
      query: () => '/confirmations',
      transformResponse: (body) => doubtsSchema.parse(body).doubts,
      providesTags: ['Visit'],
    }),
    confirmVisit: build.mutation<void, string>({
      query: (visitId) => ({ url: `/confirmations/${visitId}`, method: 'PUT', body: {} }),
      invalidatesTags: ['Visit'],
    }),
  }),
});
export const { useVisitMakersQuery, useConfirmationsQuery, useConfirmVisitMutation } = makersApi;
