import Joi from 'joi';
import type { Id } from '@deft/core/page';

/** Most points of a task's checklist. */
export const MOST_POINTS_TO_CHECK = 30;

/** A point of a checklist, ticked by the student. */
export interface CheckPoint {
  readonly text: string;
  readonly done: boolean;
}

/** What was set to be drawn in a study: so much of it, by a day, with a checklist; and who hands it in. */
export interface SetTask {
  /** What is asked, in words. */
  readonly asks: string;
  /** How many forms and how many values at least; null where none are asked for. */
  readonly forms: number | null;
  readonly values: number | null;
  /** As a calendar gives it, such as 2026-12-05; null where there is time. */
  readonly due: string | null;
  readonly checklist: readonly CheckPoint[];
  /** Whose name stands on what is handed in; empty for none. */
  readonly by: string;
}

/** A task with its study, as the desk shows it. */
export interface TaskBrief extends Pick<SetTask, 'asks' | 'due'> {
  readonly study: Id;
  /** What the study goes by. */
  readonly title: string;
  /** Points of its checklist that are ticked, of how many. */
  readonly ticked: number;
  readonly points: number;
}

/** A study's task; null where it has none. */
export interface TaskOf {
  readonly task: SetTask | null;
}

/** A day that there is. */
const day = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day')
  .custom((value: string, helpers) => {
    const at = new Date(`${value}T00:00:00Z`);
    return Number.isNaN(at.getTime()) || at.toISOString().slice(0, 10) !== value
      ? helpers.error('any.invalid')
      : value;
  });

const count = (most: number): Joi.Schema => Joi.number().integer().min(1).max(most).allow(null).required();

export const taskSchema = Joi.object<SetTask>({
  asks: Joi.string().trim().max(500).allow('').required(),
  forms: count(500),
  values: count(3),
  due: day.allow(null).required(),
  checklist: Joi.array()
    .items(
      Joi.object({ text: Joi.string().trim().min(1).max(120).required(), done: Joi.boolean().required() }),
    )
    .max(MOST_POINTS_TO_CHECK)
    .required(),
  by: Joi.string().trim().max(80).allow('').required(),
});
