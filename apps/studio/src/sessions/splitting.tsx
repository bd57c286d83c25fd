import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { Joining, PaperWork, Pose } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { SplitPage } from './split-page';
import { useSplitting, type Splitting as State } from './use-splitting';

const MOST_CELLS = 12;
const WAYS = [
  ['loops', 'loops'],
  ['cells', 'cells'],
  ['whole', 'the whole page'],
] as const;

interface SplittingProps {
  readonly paper: PaperWork;
  readonly page: Id;
  readonly poses: readonly Pose[];
  readonly busy: boolean;
  readonly onJoin: (joins: Joining[]) => void;
}

/** The lifted page split into drawings, by cells or by loops, each joined to its pose. */
export function Splitting({ paper, page, poses, busy, onJoin }: SplittingProps) {
  const wide = useWide();
  const splitting = useSplitting(paper, poses);
  const { by, setBy, joins, picked } = splitting;
  return (
    <View style={[styles.all, { flexDirection: wide ? 'row' : 'column' }]}>
      <SplitPage page={page} splitting={splitting} />
      <View style={[styles.controls, { flex: wide ? 2 : undefined }]}>
        <Choice label="Split by" shown>
          {WAYS.map(([way, label]) => (
            <Option key={way} small label={label} on={by === way} onPress={() => setBy(way)} />
          ))}
        </Choice>
        {by === 'cells' ? <CellCounts splitting={splitting} /> : null}
        {by === 'loops' ? <LoopActs splitting={splitting} /> : null}
        <Text size={13} soft>
          {picked === null
            ? 'Each number is the pose a drawing is joined to. Touch a drawing’s number to change that.'
            : 'Now touch the pose it belongs to.'}
        </Text>
        <PoseChoice poses={poses} splitting={splitting} />
        <MainAct
          label={joins.length === 1 ? 'Join it to its pose' : `Join ${joins.length} drawings to their poses`}
          disabled={busy || joins.length === 0}
          onPress={() => onJoin(joins)}
          testID="join"
          style={styles.join}
        />
      </View>
    </View>
  );
}

/** How many cells lie across and down. */
function CellCounts({ splitting: { cells, setCells } }: { readonly splitting: State }) {
  const count = (key: 'columns' | 'rows', one: string, way: string) => (
    <View style={styles.row}>
      <Act
        small
        label="–"
        spoken={`– one ${one}`}
        disabled={cells[key] <= 1}
        onPress={() => setCells({ ...cells, [key]: cells[key] - 1 })}
      />
      <Text kind="figures">{`${cells[key]} ${way}`}</Text>
      <Act
        small
        label="+"
        spoken={`+ one ${one}`}
        disabled={cells[key] >= MOST_CELLS}
        onPress={() => setCells({ ...cells, [key]: cells[key] + 1 })}
      />
    </View>
  );
  return (
    <View style={[styles.row, styles.apart]}>
      {count('columns', 'column', 'across')}
      {count('rows', 'row', 'down')}
    </View>
  );
}

function LoopActs({ splitting: { loops, removeLastLoop } }: { readonly splitting: State }) {
  return (
    <View style={styles.row}>
      <Text size={13} soft style={styles.shrink}>
        Draw a loop round a drawing that has none.
      </Text>
      {loops.length > 0 ? <Act small label="Remove the last loop" onPress={removeLastLoop} /> : null}
    </View>
  );
}

/** The poses, one of which the picked drawing can be joined to. */
function PoseChoice({ poses, splitting }: { readonly poses: readonly Pose[]; readonly splitting: State }) {
  const palette = usePalette();
  const { picked, isJoined, joinPicked, leavePickedOut } = splitting;
  const choosing = picked !== null;
  return (
    <View style={styles.poses}>
      {poses.map((pose, i) => (
        <button
          key={pose.id}
          type="button"
          aria-label={`${i + 1}: ${pose.reference.title}`}
          data-testid="join-pose"
          disabled={!choosing}
          onClick={() => joinPicked(i)}
          style={{
            ...POSE,
            border: `2px solid ${choosing ? palette.verdigris : palette.rule}`,
            background: palette.rule,
            opacity: isJoined(i) ? 1 : 0.5,
            cursor: choosing ? 'pointer' : 'default',
          }}
        >
          <img src={smallOf(pose.reference)} alt="" style={PICTURE} />
          <span style={{ ...PLACE, background: palette.paper }}>
            <Text size={12} kind="figures">
              {String(i + 1)}
            </Text>
          </span>
        </button>
      ))}
      {choosing ? <Act small label="Leave it out" onPress={leavePickedOut} /> : null}
    </View>
  );
}

const POSE = { position: 'relative', width: 54, height: 66, padding: 0 } as const;
const PICTURE = { width: '100%', height: '100%', objectFit: 'cover' } as const;
const PLACE = { position: 'absolute', left: 0, bottom: 0, padding: '0 4px' } as const;

const styles = StyleSheet.create({
  all: { gap: 18 },
  controls: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  apart: { columnGap: 20 },
  shrink: { flexShrink: 1 },
  poses: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  join: { marginTop: 6 },
});
