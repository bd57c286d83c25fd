import { useMemo, useState } from 'react';
import { drawnForms, thingsOfType, type Id } from '@deft/core/page';
import { SUBJECTS, type SubjectKey } from '@deft/core/subjects';
import type { PageKeeper } from '../data/page-keeper';
import { nextName } from './next-name';

type Things = PageKeeper['things'];

/** The names offered for forms or landmarks, which are given already, and the one that counts now. */
export function useNames({
  keeper,
  things,
  traceThings,
  landmarks,
  wanted,
  subject,
  selected,
}: {
  keeper: PageKeeper;
  things: Things;
  traceThings: Things;
  /** Whether landmarks are placed; else forms. */
  landmarks: boolean;
  /** The name that the next form is to have, until one has it; null for none in particular. */
  wanted: string | null;
  subject: SubjectKey;
  selected: Id | null;
}) {
  const [choice, setChoice] = useState<{ name: string | null; among: string } | null>(null);
  const offered = useMemo(() => {
    const known = landmarks
      ? thingsOfType(traceThings, 'landmark').map((l) => l.name)
      : drawnForms(traceThings).map((f) => f.part);
    return [
      ...new Set([
        ...(wanted === null || landmarks ? [] : [wanted]),
        ...known.filter((n) => n !== null),
        ...(landmarks ? SUBJECTS[subject].landmarks : SUBJECTS[subject].parts),
      ]),
    ];
  }, [traceThings, landmarks, subject, wanted]);
  const used = new Set(
    landmarks
      ? thingsOfType(things, 'landmark').map((l) => l.name ?? '')
      : drawnForms(things).map((f) => f.part ?? ''),
  );
  // A choice of name holds for one thing: the next one is offered the next name.
  const among = `${landmarks ? 'landmark' : 'form'} ${used.size} ${selected ?? ''}`;
  const forNew = choice?.among === among ? choice.name : nextName(offered, used);
  const thing = selected && !landmarks ? things.get(selected) : undefined;
  const form = thing?.type === 'form' ? thing : null;
  return {
    label: landmarks ? 'Name of the landmark' : 'Name of the part',
    offered,
    used,
    forNew,
    value: form ? form.part : forNew,
    choose: (name: string | null): void => {
      if (form) void keeper.commit({ set: [{ id: form.id, to: { part: name } }] });
      else setChoice({ name, among });
    },
  };
}
