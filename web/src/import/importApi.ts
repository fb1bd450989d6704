import {
  importRunsSchema,
  keptMapSchema,
  visitsTakenSchema,
  type ImportRun,
  type ListKind,
  type TakeIn,
  type VisitsQuery,
  type VisitsTaken,
} from '@vaktman/contract';
import { importKnownSchema, type ImportKnown, type ImportMap } from '@vaktman/core';
import { api } from '../api/api';

/** A list of a whole fleet may take its time. */
const TAKE_IN_TIMEOUT_MS = 300_000;
const ALL = ['Watch', 'Unit', 'Battery', 'Visit'] as const;

/** What is asked about lists of other people's making. */
const importApi = api.injectEndpoints({
  endpoints: (build) => ({
    importKnown: build.query<ImportKnown, void>({
      query: () => '/imports/known',
      transformResponse: (body) => importKnownSchema.parse(body),
      providesTags: ['Fleet', 'Watch', 'Battery'],
    }),
    keptMap: build.mutation<ImportMap | null, { kind: ListKind; map: ImportMap }>({
      query: (body) => ({ url: '/imports/mapping', method: 'POST', body }),
      transformResponse: (body) => keptMapSchema.parse(body).map,
    }),
    takeInList: build.mutation<{ added: number }, TakeIn>({
      query: (body) => ({ url: '/imports', method: 'POST', body, timeout: TAKE_IN_TIMEOUT_MS }),
      invalidatesTags: ALL,
    }),
    lookAtVisits: build.mutation<VisitsTaken, { file: File } & Omit<VisitsQuery, 'name'>>({
      query: ({ file, ...query }) => ({
        url: '/imports/visits',
        method: 'POST',
        params: { name: file.name, ...query },
        body: file,
        headers: { 'content-type': 'application/octet-stream' },
        timeout: TAKE_IN_TIMEOUT_MS,
      }),
      transformResponse: (body) => visitsTakenSchema.parse(body),
      invalidatesTags: (taken) => (taken === undefined || taken.added === 0 ? [] : ALL),
    }),
    pastImports: build.query<readonly ImportRun[], void>({
      query: () => '/imports',
      transformResponse: (body) => importRunsSchema.parse(body).imports,
      providesTags: ['Watch'],
      keepUnusedDataFor: 0,
    }),
    undoImport: build.mutation<void, string>({
      query: (importId) => ({ url: `/imports/${importId}/undo`, method: 'POST', body: {} }),
      invalidatesTags: ALL,
    }),
  }),
});
export const {
  useImportKnownQuery,
  useKeptMapMutation,
  useTakeInListMutation,
  useLookAtVisitsMutation,
  usePastImportsQuery,
  useUndoImportMutation,
} = importApi;
