import { useState } from 'react';
import { Pressable, View, StyleSheet } from 'react-native';
import { LARGEST_PAPER, SMALLEST_PAPER } from '@deft/contract';
import { pageOf, type Change, type Page } from '@deft/core/page';
import { useThings } from '../../data/use-page';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { Switch } from '../../ui/switch';
import { Field } from '../../ui/field';
import { CORNER } from '../../ui/theme';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import {
  colouring,
  growing,
  MM_PER_INCH,
  PAPER_COLOURS,
  PAPER_SIZES,
  parting,
  resizing,
  sizeOf,
  type PaperSize,
  type Side,
} from '../paper';
import { readNumber } from '../read-number';
import type { PassPanelProps } from '../shell/pass';
import { useShell } from '../shell/shell-context';
import { Acts, Panel } from '../../ui/panel';

const STEP = 20;
/** How many cells a paper may have across, and down. */
const MOST_CELLS = 12;
type Cells = NonNullable<Page['cells']>;
const cellsOf = ({ cells }: Page): Cells => cells ?? { columns: 1, rows: 1 };
const SIDES: readonly Side[] = ['left', 'right', 'top', 'bottom'];

/** Size, colour, growth and cells of the paper. */
export function PaperPanel({ onBack, onClose }: PassPanelProps) {
  const { keeper } = useShell();
  const palette = usePalette();
  const things = useThings(keeper, ['page']);
  const paper = pageOf(things);
  const [inches, setInches] = useState(false);
  const [typed, setTyped] = useState<{ width: string; height: string } | null>(null);
  const [sentence, setSentence] = useState<string | null>(null);
  if (!paper) return null;
  const { width, height } = paper;
  const unit = inches ? MM_PER_INCH : 1;
  const shown = (mm: number): string => String(Math.round((mm / unit) * 100) / 100);
  // From the paper as it lies when its turn comes: a second touch may be quicker than the first is shown.
  const change = async (make: (paper: Page) => Change | null): Promise<void> => {
    let refused = false;
    await keeper.commit((now) => {
      const lying = pageOf(now);
      const made = lying ? make(lying) : null;
      refused = made === null;
      return made;
    });
    // What is typed meanwhile stays.
    if (!refused) setTyped((now) => (now === typed ? null : now));
    setSentence(
      refused
        ? `Paper is between ${shown(SMALLEST_PAPER)} and ${shown(LARGEST_PAPER)} ${inches ? 'inches' : 'mm'} a side.`
        : null,
    );
  };
  const upright = height >= width;
  const take = (name: PaperSize): void => {
    const [w, h] = PAPER_SIZES[name];
    void change((now) => (now.height >= now.width ? resizing(now, w, h) : resizing(now, h, w)));
  };
  const field = (key: 'width' | 'height', label: string) => (
    <Field
      label={`${label}, ${inches ? 'in' : 'mm'}`}
      inputMode="decimal"
      value={typed?.[key] ?? shown(paper[key])}
      style={{ width: 104 }}
      onChangeText={(text) => setTyped({ width: shown(width), height: shown(height), ...typed, [key]: text })}
    />
  );
  const count = (label: string, side: keyof Cells) => {
    const add = (by: number): void =>
      void change((now) => {
        const more = Math.max(1, Math.min(MOST_CELLS, cellsOf(now)[side] + by));
        const cells: Cells = { ...cellsOf(now), [side]: more };
        return parting(now, cells.columns, cells.rows);
      });
    const value = cellsOf(paper)[side];
    return (
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
        <Act
          label="−"
          spoken={`− one ${label}`}
          disabled={value <= 1}
          onPress={() => add(-1)}
          style={{ minWidth: 34 }}
        />
        <Text size={13}>{`${value} ${label}`}</Text>
        <Act
          label="+"
          spoken={`+ one ${label}`}
          disabled={value >= MOST_CELLS}
          onPress={() => add(1)}
          style={{ minWidth: 34 }}
        />
      </View>
    );
  };
  return (
    <Panel title="Paper" onBack={onBack} onClose={onClose}>
      <Choice label="Size" shown>
        {(Object.keys(PAPER_SIZES) as PaperSize[]).map((name) => (
          <Option key={name} label={name} on={sizeOf(paper) === name} onPress={() => take(name)} />
        ))}
      </Choice>
      <Acts about="Held">
        <Act
          label={upright ? 'Turn landscape' : 'Turn portrait'}
          disabled={width === height}
          onPress={() => void change((now) => resizing(now, now.height, now.width))}
        />
      </Acts>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center', marginBottom: 6 }}>
        {field('width', 'Width')}
        {field('height', 'Height')}
        <Act
          label="Set"
          disabled={!typed}
          onPress={() =>
            typed &&
            void change((now) =>
              resizing(
                now,
                Math.round(readNumber(typed.width) * unit * 100) / 100,
                Math.round(readNumber(typed.height) * unit * 100) / 100,
              ),
            )
          }
        />
      </View>
      <Switch
        small
        label="in inches"
        on={inches}
        onPress={() => {
          setInches(!inches);
          setTyped(null);
        }}
      />
      <Acts about={`More paper, ${STEP} mm at a side`}>
        {SIDES.map((side) => (
          <Act
            key={side}
            label={side[0]?.toUpperCase() + side.slice(1)}
            spoken={`${side}: more paper at the ${side}`}
            onPress={() => void change((now) => growing(now, side, STEP))}
          />
        ))}
      </Acts>
      <View role="radiogroup" aria-label="Colour" style={{ flexDirection: 'row', gap: 8 }}>
        {PAPER_COLOURS.map(({ name, hex }) => (
          <Pressable
            key={hex}
            role="radio"
            aria-checked={paper.colour === hex}
            aria-label={`${name} paper`}
            onPress={() => void change((now) => colouring(now, hex))}
            style={[
              styles.swatch,
              {
                backgroundColor: hex,
                borderWidth: paper.colour === hex ? 2 : 1,
                borderColor: paper.colour === hex ? palette.verdigris : palette.rule,
              },
            ]}
          />
        ))}
      </View>
      <Acts about="Cells, one pose each">
        {count('across', 'columns')}
        {count('down', 'rows')}
      </Acts>
      {sentence ? (
        <Text size={13} live>
          {sentence}
        </Text>
      ) : null}
    </Panel>
  );
}

const styles = StyleSheet.create({
  swatch: { width: 40, height: 48, marginVertical: 4, borderRadius: CORNER },
});
