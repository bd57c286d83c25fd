import { API, type Door } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from '../data/api';

const doorApi = api.injectEndpoints({
  endpoints: (build) => ({
    door: build.query<Door, void>({ query: () => ask(API.door.read), providesTags: [listOf('Door')] }),
    setDoor: build.mutation<Door, { open: boolean }>({
      query: (body) => ask(API.door.set, { body }),
      invalidatesTags: [listOf('Door')],
    }),
    removeGuest: build.mutation<Door, Id>({
      query: (id) => ask(API.door.removeGuest, { params: { id } }),
      invalidatesTags: [listOf('Door')],
    }),
  }),
});

export const { useDoorQuery, useSetDoorMutation, useRemoveGuestMutation } = doorApi;
