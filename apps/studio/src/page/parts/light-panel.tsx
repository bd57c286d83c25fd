import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  blockIn,
  LOWEST_LIGHT,
  MASS_COLOURS,
  MASS_VALUES,
  PAPER_COLOUR,
  type Form,
  type Light,
} from '@deft/core/page';
import { setLight } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { toneWorker } from '../../data/workers';
import { Act } from '../../ui/acts';
import { useSay } from '../../ui/notes';
import { Slider } from '../../ui/slider';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { blockingIn, blockInSheet, byHand, formsInLight } from '../mass-acts';
import { NOT_WRITTEN, whyNot } from '../place-on';
import { useShell } from '../shell/shell-context';

/** A ball of this radius shows the light. */
const RADIUS = 20;
const BALL: Form = {
  type: 'form',
  id: '',
  sheet: '',
  order: '',
  shape: { kind: 'ellipse', rx: RADIUS, ry: RADIUS },
  transform: [1, 0, 0, 1, 0, 0],
  part: null,
};

const SIDES = [
  'the right',
  'the upper right',
  'above',
  'the upper left',
  'the left',
  'the lower left',
  'below',
  'the lower right',
] as const;
/** Where the light comes from, as one says it. */
const fromWords = ({ from }: Light): string =>
  `from ${SIDES[Math.round(from / 45) % SIDES.length] as string}`;

const DONE = 'Blocked in in three values, on a sheet of its own under the drawing.';
const KEPT = 'What you did by hand on the one before is kept on its own sheet, hidden.';
const NOT_WORKED_OUT = 'The light could not be worked out just now. Nothing was changed. Try again.';
const NO_FORM = 'There is no closed form here yet. Lay forms first: the light falls on those.';

/** Chooses a light, seen on a ball, and fills the forms of the drawing as it falls on them. */
export function LightPanel() {
  const palette = usePalette();
  const wide = useWide();
  const send = useDeskDispatch();
  const say = useSay();
  const { light } = useDesk('light');
  const { keeper, dispatch } = useShell();
  const done = (): void => dispatch({ kind: 'upper', upper: null });
  const [busy, setBusy] = useState(false);
  const fill = async (): Promise<void> => {
    const before = blockInSheet(keeper.things);
    const obstacle = before ? whyNot(keeper.things, before.id) : null;
    if (obstacle) return dispatch({ kind: 'obstacle', obstacle });
    const kept = byHand(keeper.things).length > 0;
    setBusy(true);
    try {
      const areas = await toneWorker()
        .blockIn(formsInLight(keeper.things), light)
        .catch(() => null);
      if (!areas) return say({ text: NOT_WORKED_OUT });
      const made = await keeper.commit((things) => blockingIn(things, areas));
      return say({
        text: made ? (kept ? `${DONE} ${KEPT}` : DONE) : NO_FORM,
        ...(made ? { undo: () => void keeper.undo() } : {}),
      });
    } catch {
      return dispatch({ kind: 'obstacle', obstacle: NOT_WRITTEN });
    } finally {
      setBusy(false);
    }
  };
  return (
    <View style={[styles.panel, { flex: wide ? 1 : undefined }]} testID="light-panel">
      <View style={{ borderWidth: 1, borderColor: palette.rule }}>
        <Ball light={light} />
      </View>
      <View style={styles.sliders}>
        <Slider
          label="Light"
          value={light.from}
          least={0}
          most={345}
          step={15}
          shown={fromWords(light)}
          onChange={(from) => send(setLight({ ...light, from }))}
        />
        <Slider
          label="Height"
          value={light.height}
          least={LOWEST_LIGHT}
          most={85}
          step={5}
          shown={`${light.height}°`}
          onChange={(height) => send(setLight({ ...light, height }))}
        />
      </View>
      <View style={styles.acts}>
        <Act label={busy ? 'Blocking in…' : 'Block in'} disabled={busy} onPress={() => void fill()} />
        <Act small label="Done" onPress={done} />
      </View>
    </View>
  );
}

function Ball({ light }: { readonly light: Light }) {
  const areas = useMemo(() => blockIn([BALL], light), [light]);
  const edge = 1.25 * RADIUS;
  return (
    <svg width={64} height={64} viewBox={`${-edge} ${-edge} ${2 * edge} ${2 * edge}`} aria-hidden>
      <rect x={-edge} y={-edge} width={2 * edge} height={2 * edge} fill={PAPER_COLOUR} />
      {MASS_VALUES.map((value) => (
        <path
          key={value}
          fill={MASS_COLOURS[value]}
          fillRule="evenodd"
          d={areas[value].map((outline) => `M${outline.map(({ x, y }) => `${x} ${y}`).join('L')}Z`).join('')}
        />
      ))}
    </svg>
  );
}

const styles = StyleSheet.create({
  panel: {
    flexDirection: 'row',
    alignItems: 'center',
    flexWrap: 'wrap',
    gap: 8,
    paddingHorizontal: 10,
    paddingVertical: 6,
  },
  sliders: { flex: 1, flexDirection: 'row', flexWrap: 'wrap', minWidth: 150 },
  acts: { flexDirection: 'row', alignItems: 'center', gap: 6 },
});
