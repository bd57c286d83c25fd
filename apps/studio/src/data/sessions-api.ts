import {
  API,
  type Listed,
  type NewSession,
  type PracticeQuery,
  type Session,
  type SessionBrief,
  type SessionPatch,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** Sessions as every feature sees them; what is done in one is in `sessions/api.ts`. */
export const sessionsApi = api.injectEndpoints({
  endpoints: (build) => ({
    sessions: build.query<Listed<SessionBrief>, PracticeQuery>({
      query: (query) => ask(API.sessions.list, { query }),
      providesTags: [listOf('Session')],
    }),
    sessionIds: build.query<Id[], PracticeQuery>({
      query: (query) => ask(API.sessions.ids, { query }),
      providesTags: [listOf('Session')],
    }),
    startSession: build.mutation<Session, NewSession>({
      query: (body) => ask(API.sessions.start, { body }),
      invalidatesTags: [listOf('Session'), listOf('Reference'), listOf('Set')],
    }),
    changeSession: build.mutation<Session, { id: Id; patch: SessionPatch }>({
      query: ({ id, patch }) => ask(API.sessions.change, { params: { id }, body: patch }),
      invalidatesTags: (_session, _error, { id }) => [{ type: 'Session', id }, listOf('Session')],
    }),
  }),
});

export const { useSessionsQuery, useLazySessionIdsQuery, useStartSessionMutation, useChangeSessionMutation } =
  sessionsApi;
