import { useState } from 'react';
import type { Reference } from '@deft/contract';
import { pictureOf } from '../data/addresses';
import { Stage } from '../page/parts/stage';
import { Text } from '../ui/text';
import { DraftPicture } from './draft-picture';
import { KeepActs, KeptEarlier, ShapeActs, ToneSliders } from './prepare-controls';
import { PrepareOver } from './prepare-over';
import type { PartLayout } from '../observing/observing-part';
import { useKeepPreparation, usePreparing } from './use-preparing';

interface PrepareProps {
  readonly reference: Reference;
  readonly layout: PartLayout;
}

/** Settings beside the untouched original, seen as they change; kept when the student says so. */
export function PreparePart({ reference, layout: Layout }: PrepareProps) {
  const preparing = usePreparing(reference);
  const { keep, keeping, show } = useKeepPreparation(reference);
  const [failed, setFailed] = useState(false);
  const { frame, hand, shown, settings } = preparing;
  const picture = failed ? (
    <img src={pictureOf(reference)} alt={reference.title} style={{ width: '100%', height: '100%' }} />
  ) : (
    <DraftPicture reference={reference} settings={shown} onFailed={setFailed} />
  );
  return (
    <Layout
      stage={
        <Stage
          width={frame.width}
          height={frame.height}
          hand={hand}
          picture={picture}
          over={(pixel) => <PrepareOver preparing={preparing} pixel={pixel} />}
        />
      }
    >
      {failed ? <Text>The preview did not come. What you keep is made on the desk all the same.</Text> : null}
      <ToneSliders preparing={preparing} />
      <ShapeActs preparing={preparing} />
      <KeepActs preparing={preparing} keeping={keeping} onKeep={() => void keep(settings)} />
      <KeptEarlier reference={reference} onShow={show} />
    </Layout>
  );
}
