import { useMemo, useState } from 'react';
import { HEAD_FROM_FRONT, HEAD_SOURCE, type Recipe } from '@deft/core/recipe';
import { SUBJECTS, type SubjectKey } from '@deft/core/subjects';
import type { RecipeOf, TracedRecipe } from '@deft/contract';
import { useOrderRecipeMutation, useRecipeQuery } from '../../data/recipes-api';
import { useSetsQuery } from '../../data/sets-api';

/** From where a recipe comes: traces of a subject or of a set, or one that ships. */
export interface RecipeSource {
  readonly label: string;
  /** Null of one that ships. */
  readonly of: RecipeOf | null;
}

/** The recipe of a head from the front, which ships. */
export const OWN_HEAD: RecipeSource = { label: 'Head from the front', of: null };

/** Asked for where nothing is to be asked: the query is passed over then. */
const NONE: RecipeOf = { subject: 'thing' };

/** All recipes that can be looked at: of these subjects, of every set, and what ships. */
export function useRecipeSources(subjects: readonly SubjectKey[]): readonly RecipeSource[] {
  const { data: sets } = useSetsQuery();
  return useMemo(
    () => [
      ...subjects.map((subject) => ({ label: SUBJECTS[subject].title, of: { subject } })),
      ...(sets ?? []).map(({ id, title }) => ({ label: `Set: ${title}`, of: { set: id } })),
      OWN_HEAD,
    ],
    [subjects, sets],
  );
}

export interface ChosenRecipe {
  readonly source: RecipeSource;
  readonly choose: (source: RecipeSource) => void;
  /** The kind that is looked at; null for all of them. */
  readonly kind: string | null;
  readonly chooseKind: (kind: string | null) => void;
  /** What the traces say; null of what ships, and until it is there. */
  readonly traced: TracedRecipe | null;
  /** Null where there is none, and until it is there. */
  readonly recipe: Recipe | null;
  readonly waiting: boolean;
  readonly failed: boolean;
  readonly retry: () => void;
  /** From where what ships is taken; null of traces. */
  readonly from: string | null;
  /** Draws a part one earlier or later; null where the order is not the student's. */
  readonly move: ((part: string, by: 1 | -1) => void) | null;
}

/** The recipe that is looked at. */
export function useChosenRecipe(first: RecipeSource): ChosenRecipe {
  const [source, setSource] = useState(first);
  const [kind, setKind] = useState<string | null>(null);
  const { of } = source;
  // Of this source alone: while another is on its way the one before is not shown in its stead.
  const {
    currentData: data,
    isFetching,
    isError,
    refetch,
  } = useRecipeQuery(of ?? NONE, { skip: of === null });
  const [order] = useOrderRecipeMutation();
  const traced = of === null ? null : (data ?? null);
  const ofKind = traced?.kinds.find((one) => one.kind === kind)?.recipe;
  const recipe = of === null ? HEAD_FROM_FRONT : (ofKind ?? traced?.recipe ?? null);
  const move = (part: string, by: 1 | -1): void => {
    const namesOf = (one: Recipe | null): string[] => one?.parts.map(({ name }) => name) ?? [];
    const [names, shown] = [namesOf(traced?.recipe ?? null), namesOf(recipe)];
    // A kind may lack parts: it goes past the one that is seen beside it.
    const other = shown[shown.indexOf(part) + by];
    if (!of || other === undefined) return;
    const [from, to] = [names.indexOf(part), names.indexOf(other)];
    [names[from], names[to]] = [other, part];
    void order({ ...of, names });
  };
  return {
    source,
    choose: (to) => {
      setSource(to);
      setKind(null);
    },
    kind: ofKind ? kind : null,
    chooseKind: setKind,
    traced,
    recipe,
    waiting: of !== null && !data && isFetching,
    failed: of !== null && isError,
    retry: () => void refetch(),
    from: of === null ? HEAD_SOURCE : null,
    move: of === null ? null : move,
  };
}
