import Joi from 'joi';
import type { Id } from '@deft/core/page';
import { id } from './operations.ts';

/** Several pictures laid out together on a page of their own. */
export interface Board {
  readonly id: Id;
  readonly title: string;
  readonly page: Id;
  /** The page's last number: its picture changes with it. */
  readonly head: number;
  readonly updatedAt: number;
}

/** Most pictures laid on a new board at once. */
export const MOST_ON_BOARD = 60;
export const newBoardSchema = Joi.object<{ title: string; references: Id[] }>({
  title: Joi.string().trim().min(1).max(200).required(),
  references: Joi.array().items(id).max(MOST_ON_BOARD).default([]),
});
export const boardPatchSchema = Joi.object<{ title: string }>({
  title: Joi.string().trim().min(1).max(200).required(),
});
