import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { onRoute } from './answer.ts';

export function recipesRouter({ store }: ServerContext): Router {
  const router = Router();
  onRoute(router, API.recipes.read, ({ query }) => store.readRecipe(query));
  onRoute(router, API.recipes.order, ({ body }) => store.orderRecipe(body));
  return router;
}
