import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  Board,
  ClockChange,
  Door,
  Joining,
  KeptPlan,
  Lifting,
  NewSession,
  OfferedPage,
  PaperWork,
  PosePatch,
  Reference,
  ReferenceBrief,
  ReferencePage,
  ReferencePatch,
  ReferenceQuery,
  ReferenceSet,
  Session,
  SessionBrief,
  SessionPatch,
  SetPatch,
  Study,
  StudyPatch,
} from '@deft/contract';
import type { Id, Placement } from '@deft/core/page';
import type { Preparation, ReferenceMark } from '@deft/core/reference';
import type { Plan } from '@deft/core/session';

/** What of a query stands in an address. */
function inAddress(query: object): string {
  const parts = Object.entries(query).filter(
    ([, value]) => value !== undefined && value !== '' && value !== null && value !== false,
  );
  return new URLSearchParams(
    parts.map(([key, value]) => [key, value === true ? '1' : String(value)]),
  ).toString();
}

/** Members taken out of a set, with their places. */
export type TakenOut = readonly { readonly reference: Id; readonly order: string }[];

/** The desk's resources. Page contents do not come this way: see page-keeper.ts. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['references', 'sets', 'alike', 'boards', 'sessions', 'plans', 'papers', 'guests', 'studies'],
  endpoints: (build) => ({
    sets: build.query<ReferenceSet[], void>({ query: () => '/sets', providesTags: ['sets', 'references'] }),
    makeSet: build.mutation<ReferenceSet, { title: string; references: readonly Id[] }>({
      query: (body) => ({ url: '/sets', method: 'POST', body }),
      invalidatesTags: ['sets'],
    }),
    changeSet: build.mutation<ReferenceSet, { id: Id; patch: SetPatch }>({
      query: ({ id, patch }) => ({ url: `/sets/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['sets', 'studies'],
    }),
    removeSet: build.mutation<void, Id>({
      query: (id) => ({ url: `/sets/${id}`, method: 'DELETE' }),
      invalidatesTags: ['sets', 'references'],
    }),
    bringBackSet: build.mutation<ReferenceSet, Id>({
      query: (id) => ({ url: `/sets/${id}/back`, method: 'POST' }),
      invalidatesTags: ['sets', 'references'],
    }),
    addToSet: build.mutation<ReferenceSet, { set: Id; references: readonly Id[] }>({
      query: ({ set, references }) => ({ url: `/sets/${set}/members`, method: 'POST', body: { references } }),
      invalidatesTags: ['sets', 'references'],
    }),
    takeOut: build.mutation<TakenOut, { set: Id; references: readonly Id[] }>({
      query: ({ set, references }) => ({
        url: `/sets/${set}/members`,
        method: 'DELETE',
        body: { references },
      }),
      invalidatesTags: ['sets', 'references'],
    }),
    putBack: build.mutation<ReferenceSet, { set: Id; members: TakenOut }>({
      query: ({ set, members }) => ({ url: `/sets/${set}/members/back`, method: 'POST', body: { members } }),
      invalidatesTags: ['sets', 'references'],
    }),
    moveInSet: build.mutation<void, { set: Id; reference: Id; after: Id | null }>({
      query: ({ set, ...body }) => ({ url: `/sets/${set}/order`, method: 'POST', body }),
      invalidatesTags: ['sets', 'references'],
    }),
    references: build.query<ReferencePage, ReferenceQuery>({
      query: (query) => `/references?${inAddress(query)}`,
      providesTags: ['references'],
    }),
    referenceIds: build.query<Id[], ReferenceQuery>({
      query: (query) => `/references/ids?${inAddress(query)}`,
      providesTags: ['references'],
    }),
    reference: build.query<Reference, Id>({
      query: (id) => `/references/${id}`,
      providesTags: ['references'],
    }),
    changeReference: build.mutation<Reference, { id: Id; patch: ReferencePatch }>({
      query: ({ id, patch }) => ({ url: `/references/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['references', 'studies', 'alike'],
    }),
    changeReferences: build.mutation<
      void,
      { references: readonly Id[]; hidden?: boolean; tag?: string; untag?: string }
    >({
      query: (body) => ({ url: '/references', method: 'PATCH', body }),
      invalidatesTags: ['references', 'alike'],
    }),
    putMark: build.mutation<Reference, { reference: Id; mark: ReferenceMark }>({
      query: ({ reference, mark }) => ({
        url: `/references/${reference}/marks/${mark.id}`,
        method: 'PUT',
        body: mark,
      }),
      invalidatesTags: ['references', 'studies'],
    }),
    removeMark: build.mutation<Reference, { reference: Id; mark: Id }>({
      query: ({ reference, mark }) => ({ url: `/references/${reference}/marks/${mark}`, method: 'DELETE' }),
      invalidatesTags: ['references', 'studies'],
    }),
    preparations: build.query<{ revision: number; settings: Preparation; createdAt: number }[], Id>({
      query: (id) => `/references/${id}/preparations`,
      providesTags: ['references'],
    }),
    prepare: build.mutation<Reference, { reference: Id; settings: Preparation }>({
      query: ({ reference, settings }) => ({
        url: `/references/${reference}/preparations`,
        method: 'POST',
        body: settings,
      }),
      invalidatesTags: ['references'],
    }),
    alike: build.query<ReferenceBrief[][], void>({
      query: () => '/references/alike',
      providesTags: ['alike'],
    }),
    keepAlike: build.mutation<void, readonly Id[]>({
      query: (references) => ({ url: '/references/alike/keep', method: 'POST', body: { references } }),
      invalidatesTags: ['alike'],
    }),
    offered: build.query<OfferedPage, { q: string; page: number }>({
      query: (query) => `/services/pictures?${inAddress(query)}`,
      keepUnusedDataFor: 0,
    }),
    /** Titles of references whose original is gone. */
    lost: build.query<readonly string[], void>({
      query: () => '/health',
      transformResponse: ({ lost }: { lost: readonly string[] }) => lost,
    }),
    boards: build.query<Board[], void>({ query: () => '/boards', providesTags: ['boards'] }),
    board: build.query<Board, Id>({ query: (id) => `/boards/${id}`, providesTags: ['boards'] }),
    makeBoard: build.mutation<Board, { title: string; references: readonly Id[] }>({
      query: (body) => ({ url: '/boards', method: 'POST', body }),
      invalidatesTags: ['boards'],
    }),
    changeBoard: build.mutation<Board, { id: Id; title: string }>({
      query: ({ id, title }) => ({ url: `/boards/${id}`, method: 'PATCH', body: { title } }),
      invalidatesTags: ['boards'],
    }),
    removeBoard: build.mutation<void, Id>({
      query: (id) => ({ url: `/boards/${id}`, method: 'DELETE' }),
      invalidatesTags: ['boards'],
    }),
    bringBackBoard: build.mutation<Board, Id>({
      query: (id) => ({ url: `/boards/${id}/back`, method: 'POST' }),
      invalidatesTags: ['boards'],
    }),
    sessions: build.query<SessionBrief[], void>({ query: () => '/sessions', providesTags: ['sessions'] }),
    session: build.query<Session, Id>({
      query: (id) => `/sessions/${id}`,
      providesTags: ['sessions', 'papers'],
    }),
    startSession: build.mutation<Session, NewSession>({
      query: (body) => ({ url: '/sessions', method: 'POST', body }),
      invalidatesTags: ['sessions', 'references'],
    }),
    putClock: build.mutation<void, { id: Id } & ClockChange>({
      query: ({ id, ...body }) => ({ url: `/sessions/${id}/clock`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { over }) => (over ? ['sessions'] : []),
    }),
    noteSession: build.mutation<Session, { id: Id; patch: SessionPatch }>({
      query: ({ id, patch }) => ({ url: `/sessions/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['sessions'],
    }),
    notePose: build.mutation<Session, { session: Id; pose: Id; patch: PosePatch }>({
      query: ({ session, pose, patch }) => ({
        url: `/sessions/${session}/poses/${pose}`,
        method: 'PATCH',
        body: patch,
      }),
      invalidatesTags: ['sessions'],
    }),
    plans: build.query<KeptPlan[], void>({ query: () => '/plans', providesTags: ['plans'] }),
    keepPlan: build.mutation<KeptPlan, { id: Id; plan: Plan }>({
      query: ({ id, plan }) => ({ url: `/plans/${id}`, method: 'PUT', body: plan }),
      invalidatesTags: ['plans'],
    }),
    removePlan: build.mutation<void, Id>({
      query: (id) => ({ url: `/plans/${id}`, method: 'DELETE' }),
      invalidatesTags: ['plans'],
    }),
    papers: build.query<PaperWork[], Id>({
      query: (session) => `/sessions/${session}/papers`,
      providesTags: ['papers'],
    }),
    photographPaper: build.mutation<PaperWork, { session: Id; photo: File | 'camera' }>({
      query: ({ session, photo }) => {
        if (photo === 'camera')
          return { url: `/sessions/${session}/papers/camera`, method: 'POST', body: {} };
        const body = new FormData();
        body.append('photo', photo);
        return { url: `/sessions/${session}/papers`, method: 'POST', body };
      },
      invalidatesTags: ['papers'],
    }),
    liftPaper: build.mutation<PaperWork, { id: Id; settings: Lifting }>({
      query: ({ id, settings }) => ({ url: `/papers/${id}/lifted`, method: 'PUT', body: settings }),
      invalidatesTags: ['papers'],
    }),
    joinPaper: build.mutation<void, { id: Id; poses: readonly Joining[] }>({
      query: ({ id, poses }) => ({ url: `/papers/${id}/poses`, method: 'PUT', body: { poses } }),
      invalidatesTags: ['papers', 'sessions', 'studies'],
    }),
    door: build.query<Door, void>({ query: () => '/door', providesTags: ['guests'] }),
    setDoor: build.mutation<Door, { open: boolean }>({
      query: (body) => ({ url: '/door', method: 'PUT', body }),
      invalidatesTags: ['guests'],
    }),
    sendAway: build.mutation<Door, Id>({
      query: (id) => ({ url: `/door/guests/${id}`, method: 'DELETE' }),
      invalidatesTags: ['guests'],
    }),
    studies: build.query<Study[], void>({ query: () => '/studies', providesTags: ['studies'] }),
    study: build.query<Study, Id>({ query: (id) => `/studies/${id}`, providesTags: ['studies'] }),
    openStudy: build.mutation<Study, { reference: Id } | { attempt: Id }>({
      query: (body) => ({ url: '/studies', method: 'POST', body }),
      invalidatesTags: ['studies'],
    }),
    changeStudy: build.mutation<Study, { id: Id } & StudyPatch>({
      query: ({ id, ...patch }) => ({ url: `/studies/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['studies'],
    }),
    addTrace: build.mutation<Study, Id>({
      query: (id) => ({ url: `/studies/${id}/traces`, method: 'POST', body: {} }),
      invalidatesTags: ['studies'],
    }),
    keepMiss: build.mutation<void, { attempt: Id; miss: number | null }>({
      query: ({ attempt, miss }) => ({
        url: `/studies/attempts/${attempt}/miss`,
        method: 'PUT',
        body: { miss },
      }),
    }),
    addAttempt: build.mutation<Study, Id>({
      query: (id) => ({ url: `/studies/${id}/attempts`, method: 'POST', body: {} }),
      invalidatesTags: ['studies', 'references'],
    }),
  }),
});

export const {
  useSetsQuery,
  useMakeSetMutation,
  useChangeSetMutation,
  useRemoveSetMutation,
  useBringBackSetMutation,
  useAddToSetMutation,
  useTakeOutMutation,
  usePutBackMutation,
  useMoveInSetMutation,
  useReferencesQuery,
  useLazyReferenceIdsQuery,
  useReferenceQuery,
  useChangeReferenceMutation,
  useChangeReferencesMutation,
  usePutMarkMutation,
  useRemoveMarkMutation,
  usePreparationsQuery,
  usePrepareMutation,
  useAlikeQuery,
  useKeepAlikeMutation,
  useLostQuery,
  useOfferedQuery,
  useBoardsQuery,
  useBoardQuery,
  useMakeBoardMutation,
  useChangeBoardMutation,
  useRemoveBoardMutation,
  useBringBackBoardMutation,
  useSessionsQuery,
  useSessionQuery,
  useStartSessionMutation,
  usePutClockMutation,
  useNoteSessionMutation,
  useNotePoseMutation,
  usePlansQuery,
  useKeepPlanMutation,
  useRemovePlanMutation,
  usePapersQuery,
  usePhotographPaperMutation,
  useLiftPaperMutation,
  useJoinPaperMutation,
  useDoorQuery,
  useSetDoorMutation,
  useSendAwayMutation,
  useStudiesQuery,
  useStudyQuery,
  useOpenStudyMutation,
  useChangeStudyMutation,
  useAddTraceMutation,
  useAddAttemptMutation,
  useKeepMissMutation,
} = api;

/** A reference at one of its preparations. */
export type Seen = Pick<ReferenceBrief, 'id' | 'revision'>;
const addressOf = ({ id, revision }: Seen, what: string): string =>
  `/api/references/${id}/${what}?revision=${revision}`;
/** At its full size. */
export const pictureOf = (seen: Seen): string => addressOf(seen, 'picture');
/** What a placement shows: a reference, or what was lifted from paper. */
export const placedOf = ({ of, reference, revision }: Placement): string =>
  of === 'paper' ? `/api/papers/${reference}/ink?lift=${revision}` : pictureOf({ id: reference, revision });
/** At most 1280 pixels, and at most 320. */
export const previewOf = (seen: Seen): string => addressOf(seen, 'preview');
export const smallOf = (seen: Seen): string => addressOf(seen, 'small');

/** The desk's own sentence in an error, or null where it did not answer at all. */
export function sentenceOf(error: unknown): string | null {
  const { data } = (error ?? {}) as { data?: { sentence?: unknown } };
  return typeof data?.sentence === 'string' ? data.sentence : null;
}
