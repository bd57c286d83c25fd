import { API, type Lifting, type PaperWork } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask } from '../data/api';

/** Whose drawings are on a paper: the poses of a session, or an attempt of a study. */
export interface PaperOf {
  readonly kind: 'session' | 'study';
  readonly id: Id;
}

const routesOf = ({ kind }: PaperOf) => (kind === 'session' ? API.sessions : API.studies);

const papersApi = api.injectEndpoints({
  endpoints: (build) => ({
    papers: build.query<PaperWork[], PaperOf>({
      query: (of) => ask(routesOf(of).papers, { params: { id: of.id } }),
      providesTags: (_papers, _error, { id }) => [{ type: 'Paper', id }],
    }),
    photographPaper: build.mutation<PaperWork, { of: PaperOf; photo: File | 'camera' }>({
      query: ({ of, photo }) => {
        const params = { id: of.id };
        if (photo === 'camera') return ask(API.sessions.photographSimulated, { params });
        const body = new FormData();
        body.append('photo', photo);
        return ask(routesOf(of).photograph, { params, body });
      },
      invalidatesTags: (_paper, _error, { of }) => [{ type: 'Paper', id: of.id }],
    }),
    liftPaper: build.mutation<PaperWork, { id: Id; settings: Lifting }>({
      query: ({ id, settings }) => ask(API.papers.lift, { params: { id }, body: settings }),
      invalidatesTags: (paper) =>
        paper ? [{ type: 'Paper', id: paper.session ?? paper.study ?? paper.id }] : [],
    }),
  }),
});

export const { usePapersQuery, usePhotographPaperMutation, useLiftPaperMutation } = papersApi;
