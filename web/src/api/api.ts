import {
  EMPTY_WATCH_ROW,
  type BatteryDetail,
  type BatteryDraft,
  type BatteryLife,
  type BatteryList,
  type BatteryMove,
  type BatteryQuery,
  type BenchReading,
  type DateCodesChange,
  type Fleet,
  type InstrumentDraft,
  type InstrumentRow,
  type PartDraft,
  type PartStayRow,
  type PersonDraft,
  type Retirement,
  type Session,
  type TypedNight,
  type UnitDetail,
  type UnitDraft,
  type UnitEntry,
  type GoodTrace,
  type UnitHistory,
  type VisitDetail,
  type Watch,
  type WatchRow,
  type Weather,
} from '@vaktman/contract';
import type { BatteryId, PersonId, UnitId, PartPlate, ProfileName } from '@vaktman/core';
import { createApi } from '@reduxjs/toolkit/query/react';
import { changesIn, sessionTold } from '../session/sessionSlice';
import { baseQuery } from './baseQuery';

/** Kept out of the first view, which shows none of what they check. */
const schemas = () => import('./schemas');

/** Everything the server knows, as the interface asks for it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: ['Fleet', 'Watch', 'Unit', 'Visit', 'Battery', 'Weather', 'Instrument', 'Session'],
  keepUnusedDataFor: 120,
  refetchOnMountOrArgChange: true,
  endpoints: (build) => ({
    session: build.query<Session, void>({
      query: () => '/session',
      // As the watch: of the first view, and held to its schema by the server's tests.
      transformResponse: (body) => body as Session,
      providesTags: ['Session'],
      onQueryStarted: async (_nothing, { dispatch, getState, queryFulfilled }) => {
        const asOf = changesIn(getState());
        await queryFulfilled.then(
          ({ data }) => dispatch(sessionTold(data, false, Date.now(), asOf)),
          () => undefined,
        );
      },
    }),
    fleet: build.query<Fleet, void>({
      query: () => '/fleet',
      // As the watch: of the first view, and held to its schema by the server's tests.
      transformResponse: (body) => body as Fleet,
      providesTags: ['Fleet'],
    }),
    chooseMethod: build.mutation<void, { profile: ProfileName }>({
      query: (body) => ({ url: '/fleet/method', method: 'PUT', body }),
      invalidatesTags: ['Fleet'],
    }),
    addPerson: build.mutation<{ personId: PersonId }, PersonDraft>({
      query: (body) => ({ url: '/people', method: 'POST', body }),
      invalidatesTags: ['Fleet'],
    }),
    changePerson: build.mutation<{ personId: PersonId }, { personId: PersonId; draft: PersonDraft }>({
      query: ({ personId, draft }) => ({ url: `/people/${encodeURIComponent(personId)}`, method: 'PUT', body: draft }),
      invalidatesTags: ['Fleet'],
    }),
    watch: build.query<Watch, void>({
      query: () => '/watch',
      // Not checked row by row here: ten thousand rows would cost a tenth of a second. The server's tests hold it to the schema.
      transformResponse: (body: { units: WatchRow[] }) => ({
        units: body.units.map((row) => ({ ...EMPTY_WATCH_ROW, ...row })),
      }),
      providesTags: ['Watch'],
    }),
    unit: build.query<UnitDetail, string>({
      query: (unitId) => `/units/${encodeURIComponent(unitId)}`,
      transformResponse: async (body) => (await schemas()).unitDetailSchema.parse(body),
      providesTags: (_result, _error, unitId) => [{ type: 'Unit', id: unitId }],
    }),
    register: build.query<readonly UnitEntry[], void>({
      query: () => '/units',
      transformResponse: async (body) => (await schemas()).registerSchema.parse(body).units,
      providesTags: ['Watch'],
    }),
    unitHistory: build.query<UnitHistory, string>({
      query: (unitId) => `/units/${encodeURIComponent(unitId)}/history`,
      // Core's own figures, made by the same core on the server: their shape is held by the compiler there.
      transformResponse: (body) => body as UnitHistory,
      providesTags: (_result, _error, unitId) => [{ type: 'Unit', id: unitId }],
    }),
    goodTrace: build.query<GoodTrace | null, { unitId: UnitId; besides: string }>({
      query: ({ unitId, besides }) => `/units/${encodeURIComponent(unitId)}/good-trace?besides=${besides}`,
      // Stored as the shared schemas took it in: the server's tests hold it to them.
      transformResponse: (body) => (body as { trace: GoodTrace | null }).trace,
      providesTags: (_result, _error, { unitId }) => [{ type: 'Unit', id: unitId }],
    }),
    instruments: build.query<readonly InstrumentRow[], void>({
      query: () => '/instruments',
      transformResponse: async (body) => (await schemas()).instrumentsSchema.parse(body).instruments,
      providesTags: ['Instrument'],
    }),
    addInstrument: build.mutation<void, InstrumentDraft>({
      query: (body) => ({ url: '/instruments', method: 'POST', body }),
      invalidatesTags: ['Instrument'],
    }),
    changeInstrument: build.mutation<void, { instrumentId: string; draft: InstrumentDraft }>({
      query: ({ instrumentId, draft }) => ({ url: `/instruments/${instrumentId}`, method: 'PUT', body: draft }),
      invalidatesTags: ['Instrument'],
    }),
    unitParts: build.query<readonly PartStayRow[], string>({
      query: (unitId) => `/units/${encodeURIComponent(unitId)}/parts`,
      transformResponse: async (body) => (await schemas()).partStaysSchema.parse(body).stays,
      providesTags: (_result, _error, unitId) => [{ type: 'Unit', id: unitId }],
    }),
    knownParts: build.query<readonly PartPlate[], void>({
      query: () => '/parts/known',
      transformResponse: async (body) => (await schemas()).knownPartsSchema.parse(body).parts,
      providesTags: ['Unit'],
    }),
    enterPart: build.mutation<{ partId: string }, { unitId: UnitId; draft: PartDraft }>({
      query: ({ unitId, draft }) => ({
        url: `/units/${encodeURIComponent(unitId)}/parts`,
        method: 'POST',
        body: draft,
      }),
      invalidatesTags: ['Unit', 'Watch'],
    }),
    retireUnit: build.mutation<void, { unitId: UnitId; retirement: Retirement }>({
      query: ({ unitId, retirement }) => ({
        url: `/units/${encodeURIComponent(unitId)}/retirement`,
        method: 'PUT',
        body: retirement,
      }),
      invalidatesTags: (_result, _error, { unitId }) => ['Watch', { type: 'Unit', id: unitId }],
    }),
    weather: build.query<Weather, void>({
      query: () => '/weather',
      transformResponse: (body) => body as Weather,
      providesTags: ['Weather'],
    }),
    typeNight: build.mutation<void, TypedNight>({
      query: (body) => ({ url: '/weather', method: 'PUT', body }),
      invalidatesTags: ['Weather'],
    }),
    batteries: build.infiniteQuery<BatteryList, Pick<BatteryQuery, 'q' | 'state' | 'sort'>, number>({
      infiniteQueryOptions: {
        initialPageParam: 0,
        getNextPageParam: ({ batteries, from, total }) =>
          from + batteries.length < total ? from + batteries.length : undefined,
      },
      query: ({ queryArg: { q, state, sort }, pageParam }) => ({
        url: '/batteries',
        params: { q, sort, from: pageParam, ...(state === undefined ? {} : { state }) },
      }),
      transformResponse: async (body) => (await schemas()).batteryListSchema.parse(body),
      providesTags: ['Battery'],
    }),
    batteryLives: build.query<readonly BatteryLife[], void>({
      query: () => '/batteries/lives',
      transformResponse: async (body) => (await schemas()).batteryLivesSchema.parse(body).lives,
      providesTags: ['Battery'],
    }),
    battery: build.query<BatteryDetail, string>({
      query: (batteryId) => `/batteries/${encodeURIComponent(batteryId)}`,
      transformResponse: async (body) => (await schemas()).batteryDetailSchema.parse(body),
      providesTags: ['Battery'],
    }),
    storeBattery: build.mutation<{ batteryId: BatteryId }, BatteryDraft>({
      query: (body) => ({ url: '/batteries', method: 'POST', body }),
      invalidatesTags: ['Battery'],
    }),
    readBench: build.mutation<void, { batteryId: BatteryId; reading: BenchReading }>({
      query: ({ batteryId, reading }) => ({
        url: `/batteries/${encodeURIComponent(batteryId)}/readings`,
        method: 'POST',
        body: reading,
      }),
      invalidatesTags: ['Battery'],
    }),
    setDateCodes: build.mutation<void, DateCodesChange>({
      query: (body) => ({ url: '/fleet/date-codes', method: 'PUT', body }),
      invalidatesTags: ['Fleet'],
    }),
    moveBattery: build.mutation<void, { batteryId: BatteryId; move: BatteryMove }>({
      query: ({ batteryId, move }) => ({
        url: `/batteries/${encodeURIComponent(batteryId)}/moves`,
        method: 'POST',
        body: move,
      }),
      invalidatesTags: ['Battery', 'Watch', 'Unit'],
    }),
    visit: build.query<VisitDetail, string>({
      query: (visitId) => `/visits/${encodeURIComponent(visitId)}`,
      transformResponse: async (body) => (await schemas()).visitDetailSchema.parse(body),
      providesTags: (_result, _error, visitId) => [{ type: 'Visit', id: visitId }],
    }),
    addUnit: build.mutation<{ unitId: UnitId }, UnitDraft>({
      query: (body) => ({ url: '/units', method: 'POST', body }),
      invalidatesTags: ['Watch'],
    }),
    changeUnit: build.mutation<{ unitId: UnitId }, UnitDraft>({
      query: (body) => ({ url: `/units/${encodeURIComponent(body.unit.id)}`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { unit }) => ['Watch', { type: 'Unit', id: unit.id }],
    }),
  }),
});
export const {
  useFleetQuery,
  useSessionQuery,
  useWatchQuery,
  useUnitQuery,
  useRegisterQuery,
  useGoodTraceQuery,
  useUnitHistoryQuery,
  useInstrumentsQuery,
  useAddInstrumentMutation,
  useChangeInstrumentMutation,
  useUnitPartsQuery,
  useKnownPartsQuery,
  useEnterPartMutation,
  useRetireUnitMutation,
  useWeatherQuery,
  useTypeNightMutation,
  useBatteriesInfiniteQuery,
  useBatteryLivesQuery,
  useBatteryQuery,
  useStoreBatteryMutation,
  useReadBenchMutation,
  useSetDateCodesMutation,
  useMoveBatteryMutation,
  useVisitQuery,
  useAddUnitMutation,
  useChangeUnitMutation,
  useChooseMethodMutation,
  useAddPersonMutation,
  useChangePersonMutation,
} = api;
