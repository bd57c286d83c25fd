import { useState } from 'react';
import { addressOf, API, MOST_PNG_PIXELS } from '@deft/contract';
import { scaleOf } from '@deft/core/geometry';
import { pageOf, thingsOfType } from '@deft/core/page';
import { useSaving } from '../../data/use-saving';
import { useThings } from '../../data/use-page';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { SavingSign } from '../../ui/saving-sign';
import { Switch } from '../../ui/switch';
import { Text } from '../../ui/text';
import { MM_PER_INCH, pixelsAt } from '../paper';
import type { PassPanelProps } from '../shell/pass';
import { useShell } from '../shell/shell-context';
import { Acts, Panel } from '../../ui/panel';

const RESOLUTIONS = [150, 300, 600] as const;

/** The page as a file: as lines or as pixels, without structure lines unless they are asked for. */
export function OutPanel({ onBack, onClose }: PassPanelProps) {
  const { keeper, reference } = useShell();
  const { making, sentence, save, stop } = useSaving();
  const things = useThings(keeper, ['page', 'placement']);
  const [guides, setGuides] = useState(false);
  const [picture, setPicture] = useState(false);
  const [dpi, setDpi] = useState<number>(300);
  const paper = pageOf(things);
  const placements = thingsOfType(things, 'placement');
  if (!paper) return null;
  const pixels = pixelsAt(paper, dpi);
  const large = pixels.width * pixels.height > MOST_PNG_PIXELS;
  // A picture that has fewer pixels on a millimetre than the file will have is enlarged beyond its own.
  const own = picture
    ? Math.min(...placements.map(({ transform }) => MM_PER_INCH / scaleOf(transform)))
    : Infinity;
  const title = reference?.title ?? 'Page';
  const take = (kind: 'svg' | 'png') => (): void =>
    void save(
      addressOf(API.pages[kind], { page: keeper.page }, { guides, picture, dpi }),
      `${title}.${kind}`,
      () => keeper.flush(),
    );
  return (
    <Panel title="Save as a file" onBack={onBack} onClose={onClose}>
      <Acts about="With the drawing">
        <Switch label="guides" on={guides} onPress={() => setGuides(!guides)} />
        {placements.length > 0 ? (
          <Switch label="the picture" on={picture} onPress={() => setPicture(!picture)} />
        ) : null}
      </Acts>
      <Choice label="Fineness of the PNG, dots an inch" shown>
        {RESOLUTIONS.map((value) => (
          <Option
            key={value}
            label={String(value)}
            spoken={`${value} dots an inch`}
            on={dpi === value}
            onPress={() => setDpi(value)}
          />
        ))}
      </Choice>
      <Text
        size={13}
        soft
        testID="pixels"
      >{`${pixels.width} × ${pixels.height} pixels for ${Math.round(paper.width * 10) / 10} × ${Math.round(paper.height * 10) / 10} mm.`}</Text>
      {large ? (
        <Text size={13}>That is more than the desk renders; it will be made as fine as it can.</Text>
      ) : null}
      {own < dpi ? (
        <Text
          size={13}
          testID="enlarged"
        >{`The picture has only ${Math.round(own)} dots an inch here; at ${dpi} it is enlarged beyond its own pixels.`}</Text>
      ) : null}
      <Acts about="As">
        <Act label="SVG" spoken="SVG: save the page as lines" onPress={take('svg')} />
        <Act label="PNG" spoken="PNG: save the page as pixels" onPress={take('png')} />
      </Acts>
      <SavingSign making={making} sentence={sentence} onStop={stop} />
    </Panel>
  );
}
