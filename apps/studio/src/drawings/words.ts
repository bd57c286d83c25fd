import type { Drawing } from '@deft/contract';
import { dayWords } from '../data/date-words';

/** What a page without a picture goes by: its own name, else the day it was begun. */
export const drawingTitle = ({ title, createdAt }: Pick<Drawing, 'title' | 'createdAt'>): string =>
  title || `Page of ${dayWords(createdAt)}`;

export const PAGES = 'Pages without a picture';
export const NO_PAGE =
  'No page yet. Draw from imagination, from a recipe, or just to try something: what needs no picture is looked over all the same, and a picture found later can be attached.';
export const FREE_HINT =
  'Draw what you like. A recipe can be laid on the page; a picture found later can be attached.';
export const LOOK_OVER_NOTE =
  'What can be told without a picture. Where nothing says what is right, nothing is said.';
export const NOTHING_TO_LOOK_OVER =
  'Nothing is drawn yet. Forms tell most: with names they also tell of weight and proportions.';
export const NOTHING_NEAR = 'No two forms nearly touch.';
export const NO_FORMS = 'Near-touches are told of forms: draw some, or make strokes forms.';
export const NO_BALANCE = 'Where the weight lies is told of forms, or of a figure’s landmarks.';
export const NO_AXIS =
  'Both sides are held against each other where the page has a symmetry axis, and left and right have names.';
export const ALIKE = 'Left and right are alike about the axis.';
export const AS_RECIPE = 'The parts are as long as the recipe has them, as far as they vary.';
export const NO_RECIPE_PARTS = 'Give the forms the names of the recipe’s parts to hold them against it.';
export const ATTACH_NOTE =
  'The page becomes an attempt of that picture’s study, and is checked like any other.';
