import { useState } from 'react';
import { MOST_PNG_PIXELS } from '@deft/contract';
import { scaleOf } from '@deft/core/geometry';
import { pageOf, thingsOfType } from '@deft/core/page';
import type { PageKeeper } from '../../data/page-keeper';
import { saveFile } from '../../data/save-file';
import { useThings } from '../../data/use-page';
import { WordAct } from '../../ui/acts';
import { Words } from '../../ui/words';
import { MM_PER_INCH, pixelsAt } from '../paper';
import { Acts, Panel } from '../../ui/panel';

interface OutPanelProps {
  readonly keeper: PageKeeper;
  readonly title: string;
  readonly onBack: () => void;
  readonly onClose: () => void;
  readonly leftHanded: boolean;
}

const RESOLUTIONS = [150, 300, 600] as const;

/** The page as a file: as lines or as pixels, without structure lines unless they are asked for. */
export function OutPanel({ keeper, title, onBack, onClose, leftHanded }: OutPanelProps) {
  const things = useThings(keeper, ['page', 'placement']);
  const [guides, setGuides] = useState(false);
  const [picture, setPicture] = useState(false);
  const [dpi, setDpi] = useState<number>(300);
  const [told, setTold] = useState<string | null>(null);
  const paper = pageOf(things);
  const placements = thingsOfType(things, 'placement');
  if (!paper) return null;
  const pixels = pixelsAt(paper, dpi);
  const large = pixels.width * pixels.height > MOST_PNG_PIXELS;
  // A picture that has fewer pixels on a millimetre than the file will have is enlarged beyond its own.
  const own = picture
    ? Math.min(...placements.map(({ transform }) => MM_PER_INCH / scaleOf(transform)))
    : Infinity;
  const take = async (kind: 'svg' | 'png'): Promise<void> => {
    setTold('Waiting for the last strokes …');
    try {
      await keeper.flush();
      await saveFile(
        `/api/pages/${keeper.page}/page.${kind}?guides=${guides ? 1 : 0}&picture=${picture ? 1 : 0}&dpi=${dpi}`,
        `${title}.${kind}`,
      );
      setTold(`${title}.${kind} is saved.`);
    } catch (error) {
      setTold(error instanceof Error ? error.message : 'The desk does not answer.');
    }
  };
  return (
    <Panel title="Take it out" onBack={onBack} onClose={onClose} leftHanded={leftHanded}>
      <Acts about="With it">
        <WordAct
          label={guides ? 'with guides' : 'without guides'}
          on={guides}
          onPress={() => setGuides(!guides)}
        />
        {placements.length > 0 ? (
          <WordAct
            label={picture ? 'with the picture' : 'without the picture'}
            on={picture}
            onPress={() => setPicture(!picture)}
          />
        ) : null}
      </Acts>
      <Acts about="Fineness of the PNG, dots an inch">
        {RESOLUTIONS.map((value) => (
          <WordAct
            key={value}
            label={String(value)}
            spoken={`${value} dots an inch`}
            on={dpi === value}
            onPress={() => setDpi(value)}
          />
        ))}
      </Acts>
      <Words
        size={13}
        soft
        testID="pixels"
      >{`${pixels.width} × ${pixels.height} pixels for ${Math.round(paper.width * 10) / 10} × ${Math.round(paper.height * 10) / 10} mm.`}</Words>
      {large ? (
        <Words size={13}>That is more than the desk renders; it will be made as fine as it can.</Words>
      ) : null}
      {own < dpi ? (
        <Words
          size={13}
          testID="enlarged"
        >{`The picture has only ${Math.round(own)} dots an inch here; at ${dpi} it is enlarged beyond its own pixels.`}</Words>
      ) : null}
      <Acts about="As a file">
        <WordAct label="SVG" spoken="Take the page out as SVG" on onPress={() => void take('svg')} />
        <WordAct label="PNG" spoken="Take the page out as PNG" on onPress={() => void take('png')} />
      </Acts>
      {told ? (
        <Words size={13} soft live>
          {told}
        </Words>
      ) : null}
    </Panel>
  );
}
