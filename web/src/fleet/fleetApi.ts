import {
  beginningSchema,
  calendarMadeSchema,
  calendarsSchema,
  changeListSchema,
  demoCountSchema,
  type Beginning,
  type ChangeList,
  type ChangeQuery,
  type ClassesChange,
  type DemoCount,
  type DemoRemoval,
  type FleetDraft,
  type NewFleet,
  type YardDraft,
} from '@vaktman/contract';
import type { PersonId } from '@vaktman/core';
import { api } from '../api/api';

/** Two years of visits are judged one by one: on a slow machine longer than other requests may take. */
const DEMO_TIMEOUT_MS = 180_000;
/** A record of many years takes as long as it takes; after this something is wrong. */
const BRING_TIMEOUT_MS = 3_600_000;
const EVERYTHING = ['Fleet', 'Watch', 'Unit', 'Visit', 'Battery', 'Weather', 'Instrument', 'Session'] as const;

/** What is asked of the fleet itself, apart from the first view. */
const fleetApi = api.injectEndpoints({
  endpoints: (build) => ({
    beginning: build.query<Beginning, void>({
      query: () => '/begin',
      transformResponse: (body) => beginningSchema.parse(body),
    }),
    beginDemo: build.mutation<void, void>({
      query: () => ({ url: '/begin/demo', method: 'POST', body: {}, timeout: DEMO_TIMEOUT_MS }),
      invalidatesTags: EVERYTHING,
    }),
    beginFleet: build.mutation<void, NewFleet>({
      query: (body) => ({ url: '/begin/fleet', method: 'POST', body }),
      invalidatesTags: EVERYTHING,
    }),
    changeFleet: build.mutation<void, FleetDraft>({
      query: (body) => ({ url: '/fleet', method: 'PUT', body }),
      invalidatesTags: ['Fleet', 'Watch'],
    }),
    addYard: build.mutation<void, YardDraft>({
      query: (body) => ({ url: '/yards', method: 'POST', body }),
      invalidatesTags: ['Fleet', 'Weather'],
    }),
    changeYard: build.mutation<void, { yardId: string; draft: YardDraft }>({
      query: ({ yardId, draft }) => ({ url: `/yards/${encodeURIComponent(yardId)}`, method: 'PUT', body: draft }),
      invalidatesTags: ['Fleet'],
    }),
    endYard: build.mutation<void, { yardId: string; ended: boolean }>({
      query: ({ yardId, ended }) => ({
        url: `/yards/${encodeURIComponent(yardId)}/ending`,
        method: 'PUT',
        body: { ended },
      }),
      invalidatesTags: ['Fleet'],
    }),
    endPerson: build.mutation<void, { personId: PersonId; ended: boolean }>({
      query: ({ personId, ended }) => ({
        url: `/people/${encodeURIComponent(personId)}/ending`,
        method: 'PUT',
        body: { ended },
      }),
      invalidatesTags: ['Fleet'],
    }),
    setClasses: build.mutation<void, ClassesChange>({
      query: (body) => ({ url: '/fleet/classes', method: 'PUT', body }),
      invalidatesTags: ['Fleet'],
    }),
    demoCount: build.query<DemoCount, void>({
      query: () => '/fleet/demo',
      transformResponse: (body) => demoCountSchema.parse(body),
      keepUnusedDataFor: 0,
    }),
    removeDemo: build.mutation<{ begin: string | null }, DemoRemoval>({
      query: (body) => ({ url: '/fleet/demo', method: 'DELETE', body, timeout: DEMO_TIMEOUT_MS }),
      invalidatesTags: EVERYTHING,
    }),
    calendars: build.query<readonly { yardId: string; madeAt: string }[], void>({
      query: () => '/calendars',
      transformResponse: (body) => calendarsSchema.parse(body).calendars,
      providesTags: ['Fleet'],
    }),
    renewCalendar: build.mutation<{ path: string }, string>({
      query: (yardId) => ({ url: `/calendars/${encodeURIComponent(yardId)}`, method: 'PUT', body: {} }),
      transformResponse: (body) => calendarMadeSchema.parse(body),
      invalidatesTags: ['Fleet'],
    }),
    endCalendar: build.mutation<void, string>({
      query: (yardId) => ({ url: `/calendars/${encodeURIComponent(yardId)}`, method: 'DELETE', body: {} }),
      invalidatesTags: ['Fleet'],
    }),
    bringRecord: build.mutation<{ rows: number }, { file: File; link: string }>({
      query: ({ file, link }) => ({
        url: '/begin/record',
        method: 'POST',
        body: file,
        headers: { 'content-type': 'application/x-ndjson', 'x-vaktman-link': link },
        timeout: BRING_TIMEOUT_MS,
      }),
      invalidatesTags: EVERYTHING,
    }),
    keptChanges: build.infiniteQuery<
      ChangeList,
      Partial<Record<'unitId' | 'thing' | 'thingId', string | undefined>>,
      ChangeQuery['before'] | null
    >({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam }) => ({
        url: '/changes/kept',
        params: Object.fromEntries(
          Object.entries({ ...queryArg, before: pageParam ?? undefined }).filter(([, value]) => value !== undefined),
        ),
      }),
      transformResponse: (body) => changeListSchema.parse(body),
      keepUnusedDataFor: 0,
    }),
  }),
});
export const {
  useBeginningQuery,
  useBeginDemoMutation,
  useBeginFleetMutation,
  useChangeFleetMutation,
  useAddYardMutation,
  useChangeYardMutation,
  useEndYardMutation,
  useEndPersonMutation,
  useSetClassesMutation,
  useDemoCountQuery,
  useRemoveDemoMutation,
  useCalendarsQuery,
  useRenewCalendarMutation,
  useEndCalendarMutation,
  useBringRecordMutation,
  useKeptChangesInfiniteQuery,
} = fleetApi;
