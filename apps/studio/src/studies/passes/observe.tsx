import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ObservingLayout } from '../../observing/observing-layout';
import type { OnStage } from '../../observing/observing-part';
import { OBSERVED, OBSERVED_NAMES } from '../../observing/parts';
import { PictureStage } from '../../observing/picture-stage';
import { LookChoice } from '../../page/parts/look-choice';
import { PictureMarks } from '../../page/parts/picture-marks';
import { NO_LOOK, type Look } from '../../page/second-look';
import { Choice, Option } from '../../ui/choice';
import { Switch } from '../../ui/switch';
import { Way } from '../../ui/way';
import { Text } from '../../ui/text';
import { useStudy } from '../study-context';
import { Traits } from '../traits-panel';
import { PASS_NOTES } from '../words';

const PARTS = ['Look', ...OBSERVED_NAMES] as const;
type PartName = (typeof PARTS)[number];

/**
 * Looking before drawing: the picture seen afresh, what defines its subject, and whatever one notices,
 * places, measures and attaches, as on the reference's own screen.
 */
export function Observe() {
  const router = useRouter();
  const { study, attempt } = useStudy();
  const { id, reference } = study;
  const [part, setPart] = useState<PartName>('Look');
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [mirrored, setMirrored] = useState(false);
  const [onStage, setStage] = useState<OnStage>({});
  const choose = (to: PartName): void => {
    setStage({});
    if (to !== 'Look') setLook(NO_LOOK);
    setPart(to);
  };
  const Observed = part === 'Look' ? null : OBSERVED[part];
  return (
    <ObservingLayout
      stage={
        <PictureStage
          {...{ reference, look, mirrored, onStage }}
          over={(pixel) =>
            attempt && look.name === null ? (
              <PictureMarks marks={attempt.marks} pixel={pixel} mirrored={mirrored} />
            ) : null
          }
        />
      }
      chooser={
        <Choice label="How to observe it" inOneRow style={{ marginBottom: 0 }}>
          {PARTS.map((name) => (
            <Option key={name} small label={name} on={part === name} onPress={() => choose(name)} />
          ))}
        </Choice>
      }
    >
      {Observed ? (
        <Observed reference={reference} onStage={setStage} />
      ) : (
        <>
          <Text size={13} soft>
            {PASS_NOTES.observe}
          </Text>
          <LookChoice look={look} onLook={setLook} only={['squint', 'grey', 'silhouette', 'gaps']} />
          <Switch label="mirrored" on={mirrored} onPress={() => setMirrored(!mirrored)} />
          <Traits />
          <Way
            label="Bring a drawing made elsewhere"
            testID="bring-drawing"
            onPress={() => router.push({ pathname: '/studies/bring', params: { study: id } })}
          />
          <Way
            label="Prepare the picture"
            onPress={() => router.push({ pathname: '/references/[id]', params: { id: reference.id } })}
          />
        </>
      )}
    </ObservingLayout>
  );
}
