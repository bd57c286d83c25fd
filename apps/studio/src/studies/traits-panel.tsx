import type { Study } from '@deft/contract';
import { useChangeStudyMutation } from '../data/api';
import { WordAct } from '../ui/acts';
import { Panel } from '../ui/panel';
import { Words } from '../ui/words';

interface TraitsPanelProps {
  readonly study: Study;
  readonly onBack: () => void;
  readonly onClose: () => void;
  readonly leftHanded: boolean;
}

/** What defines the subject, to be ticked where it was found; and what was noticed about this picture. */
export function TraitsPanel({ study, onBack, onClose, leftHanded }: TraitsPanelProps) {
  const [change] = useChangeStudyMutation();
  const { traits, ticked, reference } = study;
  const noticed = reference.marks.filter((m) => m.kind === 'trait');
  const tick = (id: string): void =>
    void change({
      id: study.id,
      ticked: ticked.includes(id) ? ticked.filter((other) => other !== id) : [...ticked, id],
    });
  return (
    <Panel title="What to look for" onBack={onBack} onClose={onClose} leftHanded={leftHanded}>
      {traits.length === 0 && noticed.length === 0 ? (
        <Words soft>
          Nothing yet. What defines a subject is written with its set, what is special here under Notice at
          the reference.
        </Words>
      ) : null}
      {traits.map(({ id, text }) => (
        <WordAct
          key={id}
          label={`${ticked.includes(id) ? '✓' : '○'}  ${text}`}
          spoken={`${text}, ${ticked.includes(id) ? 'found' : 'not found yet'}`}
          on={ticked.includes(id)}
          onPress={() => tick(id)}
          style={{ alignItems: 'flex-start' }}
        />
      ))}
      {noticed.length > 0 ? (
        <Words size={13} kind="strong" soft style={{ marginTop: 8 }}>
          Noticed about this picture
        </Words>
      ) : null}
      {noticed.map((trait, i) => (
        <Words key={trait.id}>{`${i + 1}. ${trait.text}`}</Words>
      ))}
    </Panel>
  );
}
