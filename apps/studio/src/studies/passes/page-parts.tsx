import { useLayoutEffect } from 'react';
import { View } from 'react-native';
import { useThings } from '../../data/use-page';
import { useDesk } from '../../data/store';
import { BesideView } from '../../page/parts/reference-view';
import { NameChips } from '../../page/parts/name-chips';
import { RecipeDrawing } from '../../page/recipe/recipe-drawing';
import { SightsPanel } from '../../page/parts/sights-panel';
import { Stage } from '../../page/parts/stage';
import type { PassPanel } from '../../page/shell/pass';
import { useShell } from '../../page/shell/shell-context';
import { Act } from '../../ui/acts';
import { Switch } from '../../ui/switch';
import { BoardPicture } from '../../ui/board-picture';
import { AboutStudy } from '../about-study';
import { AttemptsPanel } from '../attempts-panel';
import { BoardsPanel } from '../boards-panel';
import { CopyNote } from '../copy-note';
import { DetailsBehind } from '../details-behind';
import { DrawingBefore, InMind } from '../in-mind';
import { MeantPanel } from '../meant';
import { useStudy } from '../study-context';
import { PageNote } from '../page-note';
import { RecipePanel } from '../recipe-panel';
import { RecipeSteps, StepOver } from '../recipe-steps';
import { TaskPanel, TaskStrip } from '../task-panel';
import { TogetherStrip } from '../together-strip';
import { TraceOver } from '../traces-panel';
import { TraitsPanel } from '../traits-panel';
import { useNames } from '../../page/use-names';
import { useTogether } from '../use-together';
import { NOTHING_TRACED, ON_PURPOSE } from '../words';

/** What the passes of a study that lie on a page have in common. */

/** Names for what the Forms hand places, under the page. */
function Names() {
  const { hand, formsTool } = useDesk('hand', 'formsTool');
  const { keeper, things, state, dispatch } = useShell();
  const { study, trace, steps } = useStudy();
  const together = useTogether();
  const selected = state.selected ? things.get(state.selected) : undefined;
  // A stroke that was just made a form is given its name where one draws.
  const isMade = hand === 'Draw' && selected?.type === 'form';
  const traceThings = useThings(trace, ['form', 'landmark']);
  const names = useNames({
    keeper,
    things,
    traceThings,
    landmarks: hand === 'Forms' && formsTool === 'landmark',
    wanted: steps?.recipe.parts[steps.at]?.name ?? together?.step ?? null,
    subject: study.reference.subject,
    selected: hand === 'Forms' || isMade ? state.selected : null,
  });
  // Before the screen shows the next name, so that the very next touch already has it.
  useLayoutEffect(() => dispatch({ kind: 'next name', name: names.forNew }), [dispatch, names.forNew]);
  // A step names its form by itself.
  if (!isMade && (hand !== 'Forms' || ((steps ?? together) && formsTool !== 'landmark'))) return null;
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

/** Over a page that is traced: attached details, another trace, and the step of a recipe. */
export function OverTrace() {
  return (
    <>
      <DetailsBehind />
      <TraceOver />
      <StepOver />
    </>
  );
}

/** Over a page that is drawn freehand: the drawing before, and the step of a recipe. */
export function OverBuild() {
  return (
    <>
      <DrawingBefore />
      <StepOver />
    </>
  );
}

/** Under a page that is traced: the set it is traced with, a recipe's steps, and names. */
export function UnderTrace() {
  return (
    <>
      <TogetherStrip />
      <RecipeSteps />
      <Names />
    </>
  );
}

/** Under a page that is drawn freehand: of what it is a copy, what is watched and set, a step, and names. */
export function UnderBuild() {
  return (
    <>
      <CopyNote />
      <NothingTraced />
      <InMind />
      <TaskStrip />
      <RecipeSteps />
      <Names />
    </>
  );
}

/** The trace over the reference, beside the page or in the corner, where there is one. */
export function TraceSwitch() {
  const { study, traceShown, setTraceShown } = useStudy();
  return study.traces.length > 0 ? (
    <Switch label="trace over the reference" on={traceShown} onPress={() => setTraceShown(!traceShown)} />
  ) : null;
}

/** Where the trace is to stand over the reference and there is nothing on it. */
function NothingTraced() {
  const { nothingTraced } = useStudy();
  return nothingTraced ? <PageNote testID="nothing-traced" text={NOTHING_TRACED} /> : null;
}

/** A recipe or a board beside the page, where one was laid there; else the reference. */
export function Beside() {
  const { reference, state, mirrored, marks } = useShell();
  const { board, setBoard, recipeBeside, setRecipeBeside } = useStudy();
  if (!reference) return null;
  if (recipeBeside)
    return (
      <>
        <RecipeDrawing recipe={recipeBeside} height="100%" />
        <ReferenceAgain onPress={() => setRecipeBeside(null)} />
      </>
    );
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
      <ReferenceAgain onPress={() => setBoard(null)} />
    </>
  );
}

function ReferenceAgain({ onPress }: { readonly onPress: () => void }) {
  return (
    <View style={{ position: 'absolute', top: 8, left: 8 }}>
      <Act small label="The reference again" onPress={onPress} />
    </View>
  );
}

export const STUDY_PANELS: readonly PassPanel[] = [
  { name: 'traits', label: 'What to look for', Panel: TraitsPanel },
  { name: 'recipe', label: 'Recipe', Panel: RecipePanel },
  { name: 'boards', label: 'Boards', Panel: BoardsPanel },
  { name: 'about', label: 'About this study', Panel: AboutStudy },
];

/** Where one draws freehand, one may also mean something otherwise than it is. */
export const BUILD_PANELS: readonly PassPanel[] = [
  { name: 'attempts', label: 'Attempts', Panel: AttemptsPanel },
  { name: 'sights', label: 'Sights', Panel: SightsPanel },
  { name: 'task', label: 'Set task', Panel: TaskPanel },
  ...STUDY_PANELS,
  { name: 'meant', label: ON_PURPOSE, Panel: MeantPanel },
];
