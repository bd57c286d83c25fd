import { API, type NewSession, type Session, type SessionBrief } from '@deft/contract';
import { api, ask, listOf } from './api';

/** Sessions as every feature sees them; what is done in one is in `sessions/api.ts`. */
export const sessionsApi = api.injectEndpoints({
  endpoints: (build) => ({
    sessions: build.query<SessionBrief[], void>({
      query: () => ask(API.sessions.list),
      providesTags: [listOf('Session')],
    }),
    startSession: build.mutation<Session, NewSession>({
      query: (body) => ask(API.sessions.start, { body }),
      invalidatesTags: [listOf('Session'), listOf('Reference'), listOf('Set')],
    }),
  }),
});

export const { useSessionsQuery, useStartSessionMutation } = sessionsApi;
