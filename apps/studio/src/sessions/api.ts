import {
  API,
  type ClockChange,
  type Joining,
  type KeptPlan,
  type PosePatch,
  type Session,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Plan } from '@deft/core/session';
import { api, ask, listOf } from '../data/api';

const sessionsOwnApi = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<Session, Id>({
      query: (id) => ask(API.sessions.read, { params: { id } }),
      providesTags: (_session, _error, id) => [{ type: 'Session', id }],
    }),
    putClock: build.mutation<void, { id: Id } & ClockChange>({
      query: ({ id, ...body }) => ask(API.sessions.putClock, { params: { id }, body }),
      invalidatesTags: (_answer, _error, { id, over }) =>
        over ? [{ type: 'Session', id }, listOf('Session')] : [],
    }),
    changePose: build.mutation<Session, { session: Id; pose: Id; patch: PosePatch }>({
      query: ({ session, pose, patch }) =>
        ask(API.sessions.changePose, { params: { id: session, pose }, body: patch }),
      invalidatesTags: (_session, _error, { session }) => [
        { type: 'Session', id: session },
        listOf('Session'),
      ],
    }),
    anotherPicture: build.mutation<Session, { session: Id; pose: Id }>({
      query: ({ session, pose }) => ask(API.sessions.anotherPicture, { params: { id: session, pose } }),
      // The pose is drawn on from this answer: it is not asked for once more.
      onQueryStarted: async ({ session }, { dispatch, queryFulfilled }) => {
        const made = await queryFulfilled.catch(() => null);
        if (made) await dispatch(sessionsOwnApi.util.upsertQueryData('session', session, made.data));
      },
      invalidatesTags: [listOf('Session'), listOf('Reference'), listOf('Set')],
    }),
    plans: build.query<KeptPlan[], void>({
      query: () => ask(API.plans.list),
      providesTags: [listOf('Plan')],
    }),
    keepPlan: build.mutation<KeptPlan, { id: Id; plan: Plan }>({
      query: ({ id, plan }) => ask(API.plans.keep, { params: { id }, body: plan }),
      invalidatesTags: [listOf('Plan')],
    }),
    removePlan: build.mutation<void, Id>({
      query: (id) => ask(API.plans.remove, { params: { id } }),
      invalidatesTags: [listOf('Plan')],
    }),
    joinPaper: build.mutation<void, { id: Id; session: Id; poses: Joining[] }>({
      query: ({ id, poses }) => ask(API.papers.joinPoses, { params: { id }, body: { poses } }),
      // Drawings of poses are attempts of studies too.
      invalidatesTags: (_answer, _error, { session }) => [
        { type: 'Session', id: session },
        listOf('Session'),
        'Study',
      ],
    }),
  }),
});

export const {
  useSessionQuery,
  usePutClockMutation,
  useChangePoseMutation,
  useAnotherPictureMutation,
  usePlansQuery,
  useKeepPlanMutation,
  useRemovePlanMutation,
  useJoinPaperMutation,
} = sessionsOwnApi;
