import {
  fleetSchema,
  unitDetailSchema,
  visitDetailSchema,
  type Batch,
  type BatchReceipt,
  type Fleet,
  type PersonDraft,
  type UnitDetail,
  type UnitDraft,
  type VisitDetail,
  type Watch,
} from '@vaktman/contract';
import type { ProfileName } from '@vaktman/core';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** Everything the server knows, as the interface asks for it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api', timeout: 20_000 }),
  tagTypes: ['Fleet', 'Watch', 'Unit', 'Visit'],
  keepUnusedDataFor: 120,
  refetchOnMountOrArgChange: true,
  endpoints: (build) => ({
    fleet: build.query<Fleet, void>({
      query: () => '/fleet',
      transformResponse: (body) => fleetSchema.parse(body),
      providesTags: ['Fleet'],
    }),
    chooseMethod: build.mutation<void, { profile: ProfileName }>({
      query: (body) => ({ url: '/fleet/method', method: 'PUT', body }),
      invalidatesTags: ['Fleet'],
    }),
    addPerson: build.mutation<{ personId: string }, PersonDraft>({
      query: (body) => ({ url: '/people', method: 'POST', body }),
      invalidatesTags: ['Fleet'],
    }),
    changePerson: build.mutation<{ personId: string }, { personId: string; draft: PersonDraft }>({
      query: ({ personId, draft }) => ({ url: `/people/${encodeURIComponent(personId)}`, method: 'PUT', body: draft }),
      invalidatesTags: ['Fleet'],
    }),
    sendBatch: build.mutation<BatchReceipt, Batch>({
      query: (body) => ({ url: '/batches', method: 'POST', body }),
      invalidatesTags: ['Watch', 'Unit'],
    }),
    watch: build.query<Watch, void>({
      query: () => '/watch',
      // Not checked row by row here: ten thousand rows would cost a tenth of a second. The server's tests hold it to the schema.
      transformResponse: (body) => body as Watch,
      providesTags: ['Watch'],
    }),
    unit: build.query<UnitDetail, string>({
      query: (unitId) => `/units/${encodeURIComponent(unitId)}`,
      transformResponse: (body) => unitDetailSchema.parse(body),
      providesTags: (_result, _error, unitId) => [{ type: 'Unit', id: unitId }],
    }),
    visit: build.query<VisitDetail, string>({
      query: (visitId) => `/visits/${encodeURIComponent(visitId)}`,
      transformResponse: (body) => visitDetailSchema.parse(body),
      providesTags: (_result, _error, visitId) => [{ type: 'Visit', id: visitId }],
    }),
    addUnit: build.mutation<{ unitId: string }, UnitDraft>({
      query: (body) => ({ url: '/units', method: 'POST', body }),
      invalidatesTags: ['Watch'],
    }),
    changeUnit: build.mutation<{ unitId: string }, UnitDraft>({
      query: (body) => ({ url: `/units/${encodeURIComponent(body.unit.id)}`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { unit }) => ['Watch', { type: 'Unit', id: unit.id }],
    }),
  }),
});
export const {
  useFleetQuery,
  useWatchQuery,
  useUnitQuery,
  useVisitQuery,
  useAddUnitMutation,
  useChangeUnitMutation,
  useChooseMethodMutation,
  useAddPersonMutation,
  useChangePersonMutation,
  useSendBatchMutation,
} = api;
