import { useLayoutEffect } from 'react';
import { View } from 'react-native';
import { useThings } from '../../data/use-page';
import { useDesk } from '../../data/store';
import { BesideView } from '../../page/parts/reference-view';
import { NameChips } from '../../page/parts/name-chips';
import { Stage } from '../../page/parts/stage';
import type { PassPanel } from '../../page/shell/pass';
import { useShell } from '../../page/shell/shell-context';
import { Act } from '../../ui/acts';
import { BoardPicture } from '../../ui/board-picture';
import { AboutStudy } from '../about-study';
import { BoardsPanel } from '../boards-panel';
import { CopyNote } from '../copy-note';
import { InMind } from '../in-mind';
import { MeantPanel } from '../meant';
import { useStudy } from '../study-context';
import { TraitsPanel } from '../traits-panel';
import { useNames } from '../use-names';
import { ON_PURPOSE } from '../words';

/** What the passes of a study that lie on a page have in common. */

/** Names for what the Forms hand places, under the page. */
export function Names() {
  const { hand } = useDesk('hand');
  const { keeper, things, state, dispatch } = useShell();
  const { study, trace } = useStudy();
  const traceThings = useThings(trace, ['form', 'landmark']);
  const names = useNames({
    keeper,
    things,
    traceThings,
    subject: study.reference.subject,
    selected: hand === 'Forms' ? state.selected : null,
  });
  // Before the screen shows the next name, so that the very next touch already has it.
  useLayoutEffect(() => dispatch({ kind: 'next name', name: names.forNew }), [dispatch, names.forNew]);
  if (hand !== 'Forms') return null;
  return (
    <NameChips
      label={names.label}
      names={names.offered}
      used={names.used}
      value={names.value}
      onChoose={names.choose}
    />
  );
}

/** Under a page that is drawn freehand: from what it is a copy, what one means to watch, and names. */
export function UnderBuild() {
  return (
    <>
      <CopyNote />
      <InMind />
      <Names />
    </>
  );
}

/** A board beside the page, where one was laid there; else the reference. */
export function Beside() {
  const { reference, state, mirrored, marks } = useShell();
  const { board, setBoard } = useStudy();
  if (!reference) return null;
  if (!board) return <BesideView reference={reference} seen={{ look: state.look, mirrored, marks }} />;
  return (
    <>
      <Stage
        width={420}
        height={297}
        hand={null}
        mirrored={mirrored}
        picture={<BoardPicture board={board} dpi={150} />}
      />
      <View style={{ position: 'absolute', top: 8, left: 8 }}>
        <Act small label="The reference again" onPress={() => setBoard(null)} />
      </View>
    </>
  );
}

export const STUDY_PANELS: readonly PassPanel[] = [
  { name: 'traits', label: 'What to look for', Panel: TraitsPanel },
  { name: 'boards', label: 'Boards', Panel: BoardsPanel },
  { name: 'about', label: 'About this study', Panel: AboutStudy },
];

/** Where one draws freehand, one may also mean something otherwise than it is. */
export const BUILD_PANELS: readonly PassPanel[] = [
  ...STUDY_PANELS,
  { name: 'meant', label: ON_PURPOSE, Panel: MeantPanel },
];
