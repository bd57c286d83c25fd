import { useState } from 'react';
import { View } from 'react-native';
import {
  GROUNDS,
  hasWholePage,
  LEAST_SECONDS,
  MOST_POSES,
  MOST_SECONDS,
  newBlock,
  planPictures,
  planSeconds,
  readTime,
  SOURCES,
  type Block,
  type Plan,
} from '@deft/core/session';
import { posesCounted } from '../data/brief-words';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Way } from '../ui/way';
import { Field } from '../ui/field';
import { PaperCard } from '../ui/paper-card';
import { Switch } from '../ui/switch';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { adviceFor, GROUND_WORDS, SOURCE_WORDS, spoken, WHOLE_PAGE } from './words';

/** A block as it is typed. */
interface Typed extends Pick<Block, 'ground' | 'source'> {
  readonly count: string;
  readonly time: string;
  readonly look: string;
  readonly rest: string;
  /** Whether its poses have the whole page; null leaves it to their length. */
  readonly whole: boolean | null;
}

const typed = ({ count, seconds, look, rest, ground, source, wholePage }: Block): Typed => ({
  count: String(count),
  time: spoken(seconds * 1000),
  look: look ? spoken(look * 1000) : '30 s',
  rest: rest ? spoken(rest * 1000) : '',
  ground,
  source,
  whole: wholePage ?? null,
});

/** A typed block as it is meant, or what is wrong with it. */
function readBlock({ count, time, look, rest, ground, source, whole }: Typed): Block | string {
  const many = Number(count);
  if (!Number.isInteger(many) || many < 1 || many > MOST_POSES)
    return `“${count}” is no number of poses: 1 to ${MOST_POSES}.`;
  const seconds = readTime(time);
  if (seconds === null || seconds < LEAST_SECONDS || seconds > MOST_SECONDS)
    return `“${time}” is no time for a pose. Type it as 90, 1:30 or 2 min.`;
  const looks = source === 'sight' ? 0 : readTime(look);
  if (looks === null) return `“${look}” is no time to look. Type it as 30, 0:30 or 1 min.`;
  const rests = rest.trim() === '' || rest.trim() === '0' ? 0 : readTime(rest);
  if (rests === null) return `“${rest}” is no time to rest. Leave it empty for none.`;
  const more = whole === null ? {} : { wholePage: whole };
  return newBlock(many, seconds, { ground, source, look: looks, rest: rests, ...more });
}

interface EditorProps {
  readonly plan: Plan;
  readonly onKeep: (plan: Plan) => void;
  readonly onStart: (plan: Plan) => void;
  readonly onRemove: (() => void) | null;
  readonly onClose: () => void;
  readonly busy: boolean;
}

/** A plan of one's own: blocks of so many poses of such a length, each in its way. */
export function PlanEditor({ plan, onKeep, onStart, onRemove, onClose, busy }: EditorProps) {
  const palette = usePalette();
  const [title, setTitle] = useState(plan.title);
  const [blocks, setBlocks] = useState<readonly Typed[]>(plan.blocks.map(typed));
  const read = blocks.map(readBlock);
  const wrong =
    read.find((block): block is string => typeof block === 'string') ??
    (title.trim() === '' ? 'The plan wants a name.' : null);
  const sound = read.filter((block): block is Block => typeof block !== 'string');
  const made: Plan = { title: title.trim(), blocks: sound };
  const tooMany =
    planPictures(made) > MOST_POSES ? `A plan asks for ${MOST_POSES} pictures at the most.` : null;
  const change = (i: number, to: Partial<Typed>): void =>
    setBlocks(blocks.map((block, k) => (k === i ? { ...block, ...to } : block)));
  return (
    <View style={{ gap: 12 }}>
      <Field label="Name of the plan" value={title} onChangeText={setTitle} />
      {blocks.map((block, i) => {
        const meant = read[i];
        return (
          <PaperCard key={i} style={{ padding: 14, gap: 8 }}>
            <View style={{ flexDirection: 'row', gap: 8 }}>
              <Field
                label="Poses"
                value={block.count}
                onChangeText={(count) => change(i, { count })}
                inputMode="numeric"
                style={{ flex: 1, minWidth: 0 }}
              />
              <Field
                label="Time each"
                value={block.time}
                onChangeText={(time) => change(i, { time })}
                style={{ flex: 1.4, minWidth: 0 }}
              />
              <Field
                label="Rest after"
                placeholder="none"
                value={block.rest}
                onChangeText={(rest) => change(i, { rest })}
                style={{ flex: 1.4, minWidth: 0 }}
              />
            </View>
            <Choice label={`Block ${i + 1}: drawn`}>
              {GROUNDS.map((ground) => (
                <Option
                  key={ground}
                  small
                  label={GROUND_WORDS[ground]}
                  on={block.ground === ground}
                  onPress={() => change(i, { ground })}
                />
              ))}
            </Choice>
            <Choice label={`Block ${i + 1}: drawn from`}>
              {SOURCES.map((source) => (
                <Option
                  key={source}
                  small
                  label={SOURCE_WORDS[source]}
                  on={block.source === source}
                  onPress={() => change(i, { source })}
                />
              ))}
            </Choice>
            {block.source === 'sight' ? null : (
              <Field label="Time to look" value={block.look} onChangeText={(look) => change(i, { look })} />
            )}
            {typeof meant === 'object' && meant.ground === 'on screen' && meant.source === 'sight' ? (
              <Switch
                small
                label={WHOLE_PAGE}
                spoken={`Block ${i + 1}: ${WHOLE_PAGE}`}
                on={hasWholePage(meant)}
                onPress={() => change(i, { whole: !hasWholePage(meant) })}
              />
            ) : null}
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
              <Text size={13} soft style={{ flex: 1 }}>
                {typeof meant === 'object' ? adviceFor(meant.seconds) : meant}
              </Text>
              {blocks.length > 1 ? (
                <Act
                  small

                  label="Remove"
                  spoken={`Remove block ${i + 1}`}
                  onPress={() => setBlocks(blocks.filter((_, k) => k !== i))}
                />
              ) : null}
            </View>
          </PaperCard>
        );
      })}
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Act
          label="Add a block"
          disabled={blocks.length >= 20}
          onPress={() => setBlocks([...blocks, typed(newBlock(5, 60))])}
        />
        <Text kind="figures" size={17}>
          {wrong || tooMany ? '' : `${posesCounted(planPictures(made))}, ${spoken(planSeconds(made) * 1000)}`}
        </Text>
      </View>
      {tooMany ? <Text size={13}>{tooMany}</Text> : null}
      <View
        style={{
          flexDirection: 'row',
          gap: 10,
          borderTopWidth: 1,
          borderColor: palette.rule,
          paddingTop: 12,
        }}
      >
        <MainAct
          label="Start it"
          disabled={busy || wrong !== null || tooMany !== null}
          onPress={() => onStart(made)}
          testID="start-own"
          style={{ flex: 1 }}
        />
        <Act
          label="Keep it"
          disabled={wrong !== null || tooMany !== null}
          onPress={() => onKeep(made)}
          style={{ minHeight: 52 }}
        />
      </View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Way back label="The plans" onPress={onClose} />
        {onRemove ? <Act small label="Remove this plan" onPress={onRemove} /> : null}
      </View>
    </View>
  );
}
