import { API, type RecipeOf, type RecipeOrder, type TracedRecipe } from '@deft/contract';
import { api, ask, listOf } from './api';

/** Recipes: what traces have in common. */
const recipesApi = api.injectEndpoints({
  endpoints: (build) => ({
    recipe: build.query<TracedRecipe, RecipeOf>({
      query: (of) => ask(API.recipes.read, { query: of }),
      providesTags: [listOf('Recipe')],
      // Traces change on pages, of which nothing is told here: it is asked for anew whenever it is looked at.
      keepUnusedDataFor: 0,
    }),
    orderRecipe: build.mutation<TracedRecipe, RecipeOrder>({
      query: (body) => ask(API.recipes.order, { body }),
      invalidatesTags: [listOf('Recipe')],
    }),
  }),
});

export const { useRecipeQuery, useOrderRecipeMutation } = recipesApi;
