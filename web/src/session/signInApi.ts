import {
  codeMadeSchema,
  devicesSchema,
  linkMadeSchema,
  linkOfferSchema,
  ownSessionsSchema,
  programKeyMadeSchema,
  programKeysSchema,
  type CodeMade,
  type DeviceDraft,
  type Devices,
  type LinkOffer,
  type LinkUse,
  type NewBrowsers,
  type OwnWords,
  type ProgramKey,
  type ProgramKeyDraft,
  type Session,
  type SignIn,
  type Switch,
} from '@vaktman/contract';
import type * as z from 'zod';
import { api } from '../api/api';
import { sessionTold } from './sessionSlice';

const EVERYTHING = ['Fleet', 'Watch', 'Unit', 'Visit', 'Battery', 'Weather', 'Instrument', 'Session'] as const;
type OwnSession = z.infer<typeof ownSessionsSchema>['sessions'][number];

/** What is asked to get in, apart from the first view, which only asks who is. */
const signInApi = api.injectEndpoints({
  endpoints: (build) => {
    /** Whoever is signed in afterwards is told with the answer; everything is asked for again in their name. */
    const signsIn = <Asked>(path: string, method = 'POST') =>
      build.mutation<Session, Asked>({
        query: (body) => ({ url: path, method, body: body ?? {} }),
        invalidatesTags: (_session, error) => (error === undefined ? EVERYTHING : []),
        onQueryStarted: async (_asked, { dispatch, queryFulfilled }) => {
          await queryFulfilled.then(
            ({ data }) => dispatch(sessionTold(data, true)),
            () => undefined,
          );
        },
      });
    return {
      signIn: signsIn<SignIn>('/session'),
      switchPerson: signsIn<Switch>('/session/switch'),
      signOut: signsIn<void>('/session/end'),
      useUpLink: signsIn<LinkUse>('/session/link', 'PUT'),
      linkOffer: build.query<LinkOffer, string>({
        query: (link) => ({ url: '/session/link', method: 'POST', body: { link } }),
        transformResponse: (body) => linkOfferSchema.parse(body),
        keepUnusedDataFor: 0,
      }),
      confirm: build.mutation<void, string>({
        query: (passphrase) => ({ url: '/session/confirmation', method: 'POST', body: { passphrase } }),
      }),
      changeWords: build.mutation<void, OwnWords>({
        query: (body) => ({ url: '/session/words', method: 'PUT', body }),
        invalidatesTags: ['Session'],
      }),
      ownSessions: build.query<readonly OwnSession[], void>({
        query: () => '/session/own',
        transformResponse: (body) => ownSessionsSchema.parse(body).sessions,
        providesTags: ['Session'],
      }),
      endOwnSession: build.mutation<void, string>({
        query: (sessionId) => ({ url: `/session/own/${sessionId}/ending`, method: 'PUT', body: {} }),
        invalidatesTags: ['Session'],
      }),
      devices: build.query<Devices, void>({
        query: () => '/devices',
        transformResponse: (body) => devicesSchema.parse(body),
        providesTags: ['Session'],
      }),
      askNewBrowsers: build.mutation<void, NewBrowsers>({
        query: (newBrowsers) => ({ url: '/devices/new', method: 'PUT', body: { newBrowsers } }),
        invalidatesTags: ['Session'],
      }),
      makeCode: build.mutation<CodeMade, void>({
        query: () => ({ url: '/session/code', method: 'POST', body: {} }),
        transformResponse: (body) => codeMadeSchema.parse(body),
      }),
      changeDevice: build.mutation<void, { deviceId: string; draft: DeviceDraft }>({
        query: ({ deviceId, draft }) => ({ url: `/devices/${deviceId}`, method: 'PUT', body: draft }),
        invalidatesTags: ['Session'],
      }),
      endDevice: build.mutation<void, string>({
        query: (deviceId) => ({ url: `/devices/${deviceId}/ending`, method: 'PUT', body: {} }),
        invalidatesTags: ['Session'],
      }),
      programKeys: build.query<readonly ProgramKey[], void>({
        query: () => '/keys',
        transformResponse: (body) => programKeysSchema.parse(body).keys,
        providesTags: ['Session'],
      }),
      addKey: build.mutation<{ keyId: string; key: string }, ProgramKeyDraft>({
        query: (body) => ({ url: '/keys', method: 'POST', body }),
        transformResponse: (body) => programKeyMadeSchema.parse(body),
        invalidatesTags: ['Session'],
      }),
      endKey: build.mutation<void, string>({
        query: (keyId) => ({ url: `/keys/${keyId}/ending`, method: 'PUT', body: {} }),
        invalidatesTags: ['Session'],
      }),
      personLink: build.mutation<{ path: string; endsAt: string }, string>({
        query: (personId) => ({ url: `/people/${encodeURIComponent(personId)}/link`, method: 'POST', body: {} }),
        transformResponse: (body) => linkMadeSchema.parse(body),
      }),
      unlockPerson: build.mutation<void, string>({
        query: (personId) => ({ url: `/people/${encodeURIComponent(personId)}/unlocking`, method: 'PUT', body: {} }),
      }),
    };
  },
});
export const {
  useSignInMutation,
  useSwitchPersonMutation,
  useSignOutMutation,
  useUseUpLinkMutation,
  useLinkOfferQuery,
  useConfirmMutation,
  useChangeWordsMutation,
  useOwnSessionsQuery,
  useEndOwnSessionMutation,
  useDevicesQuery,
  useAskNewBrowsersMutation,
  useMakeCodeMutation,
  useChangeDeviceMutation,
  useEndDeviceMutation,
  useProgramKeysQuery,
  useAddKeyMutation,
  useEndKeyMutation,
  usePersonLinkMutation,
  useUnlockPersonMutation,
} = signInApi;
