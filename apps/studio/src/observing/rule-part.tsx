import { useLayoutEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { distance, type Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import {
  isRule,
  ruleWords,
  RULE_KINDS,
  RULE_TOUCHES,
  seenRule,
  type RuleKind,
  type RuleMark,
} from '@deft/core/reference';
import { otherSide } from '@deft/core/subjects';
import { knownLandmarks } from '../data/known-landmarks';
import { usePutMarkMutation, useRemoveMarkMutation } from '../data/marks-api';
import { newId } from '../data/new-id';
import { sentenceOf } from '../data/refusals';
import { Act } from '../ui/acts';
import { useSay } from '../ui/notes';
import { useLatest } from '../ui/use-latest';
import { Text } from '../ui/text';
import { frameOf } from './frame';
import type { Shown } from './marks-over';
import { NamePlace } from './name-place';
import type { PartProps } from './observing-part';
import { RuleRows } from './rule-rows';
import { ABOUT_RULES, NOT_A_RULE, RULE_ASKS, RULE_LABELS } from './words';

/** How near a landmark a touch must be to mean it, as a share of the picture's longer side. */
const NEAR = 0.035;

/** A rule on its way: the places touched so far, and one that has no name yet. */
interface Touching {
  readonly rule: RuleKind;
  readonly on: readonly string[];
  readonly nameless: Point | null;
}

/** The lines that a rule goes by, from place to place. */
function linesOf(rule: RuleKind, places: readonly Point[]): NonNullable<Shown['lines']> {
  const [a, b, c, d] = places;
  const line = (from: Point | undefined, to: Point | undefined, kind: 'unit' | 'span') =>
    from && to ? [{ points: [from, to], kind }] : [];
  if (rule === 'equal') return [...line(a, b, 'unit'), ...line(c, d, 'span')];
  if (rule === 'begins') return [...line(a, b, 'unit'), ...line(b, c, 'span')];
  return line(a, b, 'span');
}

/** Relations that one notices between places, by two to four touches on landmarks. */
export function RulePart({ reference, onStage }: PartProps) {
  const say = useSay();
  const [put] = usePutMarkMutation();
  const [remove] = useRemoveMarkMutation();
  const [touching, setTouching] = useState<Touching | null>(null);
  const [open, setOpen] = useState<Id | null>(null);
  const known = knownLandmarks(reference);
  const { flip } = reference.preparation;
  const keptName = (seen: string): string => (flip ? otherSide(seen) : seen);
  const own = reference.marks.filter((m): m is RuleMark => m.kind === 'rule');
  const opened = own.find(({ id }) => id === open);
  const shownRule = useMemo(
    () => touching ?? (opened ? seenRule(opened, reference.preparation) : null),
    [touching, opened, reference.preparation],
  );

  const take = (name: string): void => {
    if (!touching) return;
    const on = [...touching.on, name];
    if (on.length < RULE_TOUCHES[touching.rule]) return setTouching({ ...touching, on, nameless: null });
    const { rule } = touching;
    if (!isRule({ rule, on })) {
      say({ text: NOT_A_RULE });
      setTouching({ ...touching, nameless: null });
      return;
    }
    const id = newId();
    setTouching(null);
    setOpen(id);
    const mark: RuleMark = { kind: 'rule', id, rule, on: on.map(keptName), text: '' };
    void put({ reference: reference.id, mark });
  };
  const name = async (value: string): Promise<void> => {
    if (!touching?.nameless) return;
    const at = frameOf(reference).kept(touching.nameless);
    const mark = { kind: 'landmark' as const, id: newId(), name: keptName(value), at, hidden: false };
    const answer = await put({ reference: reference.id, mark });
    if ('error' in answer) say({ text: sentenceOf(answer.error) });
    else take(value);
  };
  const touched = useLatest((way: readonly Point[]) => {
    const at = way.at(-1);
    if (!at || !touching || touching.nameless) return;
    const reach = NEAR * Math.max(reference.width, reference.height);
    const [near] = known
      .map((landmark) => ({ ...landmark, far: distance(landmark.at, at) }))
      .filter(({ far }) => far < reach)
      .sort((a, b) => a.far - b.far);
    if (near) take(near.name);
    else setTouching({ ...touching, nameless: at });
  });
  useLayoutEffect(() => {
    const at = new Map(knownLandmarks(reference).map((l) => [l.name, l.at]));
    const places = shownRule?.on.flatMap((one) => at.get(one) ?? []) ?? [];
    onStage({
      hand: touching && !touching.nameless ? { end: (way) => touched.current(way) } : null,
      shown: {
        landmarks: true,
        named: shownRule?.on ?? [],
        lines: [
          ...(shownRule && places.length === shownRule.on.length ? linesOf(shownRule.rule, places) : []),
          ...(touching?.nameless
            ? [{ points: crossAt(touching.nameless, reference.width), kind: 'span' as const }]
            : []),
        ],
      },
    });
  }, [onStage, shownRule, touching, touched, reference]);
  return (
    <>
      {touching ? (
        <>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
            <Text kind="strong" live style={{ flex: 1 }} testID="rule-asks">
              {touching.nameless ? 'What lies here?' : RULE_ASKS[touching.rule](touching.on)}
            </Text>
            <Act small label="Leave it" onPress={() => setTouching(null)} />
          </View>
          {touching.nameless ? (
            <NamePlace reference={reference} onName={(value) => void name(value)} />
          ) : (
            <Text size={13} soft>
              Touch a landmark, or any other place: it then becomes one.
            </Text>
          )}
        </>
      ) : (
        <>
          <Text size={13} soft>
            {ABOUT_RULES}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {RULE_KINDS.map((rule) => (
              <Act
                key={rule}
                small
                label={RULE_LABELS[rule]}
                onPress={() => {
                  setOpen(null);
                  setTouching({ rule, on: [], nameless: null });
                }}
              />
            ))}
          </View>
          <RuleRows
            reference={reference}
            open={open}
            onOpen={setOpen}
            onWords={(mark, text) => void put({ reference: reference.id, mark: { ...mark, text } })}
            onRemove={(mark) => {
              void remove({ reference: reference.id, mark: mark.id });
              say({
                text: `No longer looked for: ${ruleWords(seenRule(mark, reference.preparation))}.`,
                undo: () => void put({ reference: reference.id, mark }),
              });
            }}
          />
        </>
      )}
    </>
  );
}

/** A cross where a place has no name yet. */
function crossAt({ x, y }: Point, width: number): Point[] {
  const r = width / 50;
  return [
    { x: x - r, y },
    { x: x + r, y },
    { x, y },
    { x, y: y - r },
    { x, y: y + r },
  ];
}
