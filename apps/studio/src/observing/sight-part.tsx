import { useLayoutEffect, useState } from 'react';
import { View } from 'react-native';
import type { Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import { sightOf, type SightMark } from '@deft/core/reference';
import { useChangeReferenceMutation } from '../data/references-api';
import { usePutMarkMutation, useRemoveMarkMutation } from '../data/marks-api';
import { newId } from '../data/new-id';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { useLatest } from '../ui/use-latest';
import { Text } from '../ui/text';
import { frameOf } from './frame';
import type { Shown } from './marks-over';
import type { PartProps } from './observing-part';

type Step = 'unit' | 'span' | 'tilt' | 'height' | null;

const ASKS: Readonly<Record<Exclude<Step, null>, string>> = {
  unit: 'Draw the unit: a line along the head, say.',
  span: 'Now draw the length to be measured in it.',
  tilt: 'Draw a line along the tilt.',
  height: 'Draw from the top of the figure to its lowest point.',
};
const HALVES = [1, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 7.5, 8];
const TILTS = [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60];

const rounded = (value: number): string => String(Math.round(value * 100) / 100);

/** Measures as at arm's length: judged by eye first, told in numbers on request. */
export function SightPart({ reference, onStage }: PartProps) {
  const say = useSay();
  const [put] = usePutMarkMutation();
  const [remove] = useRemoveMarkMutation();
  const [change] = useChangeReferenceMutation();
  const [step, setStep] = useState<Step>(null);
  const [unit, setUnit] = useState<readonly [Point, Point] | null>(null);
  const [line, setLine] = useState<readonly Point[]>([]);
  const [open, setOpen] = useState<Id | null>(null);
  const [measured, setMeasured] = useState<ReadonlySet<Id>>(new Set());
  const sights = reference.marks.filter((m): m is SightMark => m.kind === 'sight');
  const { kept } = frameOf(reference);
  const ended = useLatest((way: readonly Point[]) => {
    const [from, to] = [way[0], way.at(-1)];
    setLine([]);
    if (
      !step ||
      !from ||
      !to ||
      Math.hypot(to.x - from.x, to.y - from.y) < 0.01 * Math.max(reference.width, reference.height)
    )
      return;
    const ends: readonly [Point, Point] = [kept(from), kept(to)];
    if (step === 'unit') {
      setUnit(ends);
      setStep('span');
      return;
    }
    setStep(null);
    if (step === 'height') {
      const height = Math.hypot(ends[1].x - ends[0].x, ends[1].y - ends[0].y);
      void change({ id: reference.id, patch: { figureHeight: height } });
      say({
        text: 'The figure’s height is set. Misses are given in per cent of it.',
        undo: () => void change({ id: reference.id, patch: { figureHeight: reference.figureHeight } }),
      });
      return;
    }
    const id = newId();
    const mark: SightMark =
      step === 'span' && unit
        ? { kind: 'sight', id, unit, span: ends, guess: null }
        : { kind: 'sight', id, unit: null, span: ends, guess: null };
    void put({ reference: reference.id, mark });
    setOpen(id);
    setUnit(null);
  });
  const moved = useLatest((at: Point) => setLine((old) => (old[0] ? [old[0], at] : [at])));
  useLayoutEffect(() => {
    const { seen } = frameOf(reference);
    const lines: Shown['lines'] = [
      ...(unit ? [{ points: unit.map(seen), kind: 'unit' as const }] : []),
      ...(line.length > 1
        ? [
            {
              points: line,
              kind:
                step === 'unit'
                  ? ('unit' as const)
                  : step === 'height'
                    ? ('height' as const)
                    : ('span' as const),
            },
          ]
        : []),
    ];
    onStage({
      hand: step
        ? {
            begin: (at) => setLine([at]),
            move: (at) => moved.current(at),
            end: (way) => ended.current(way),
            cancel: () => setLine([]),
          }
        : null,
      shown: { sight: open, lines },
    });
  }, [onStage, step, unit, line, open, ended, moved, reference]);
  return (
    <>
      {step ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
          <Text kind="strong" live style={{ flex: 1 }} testID="sight-asks">
            {ASKS[step]}
          </Text>
          <Act
            small
            label="Leave it"
            onPress={() => {
              setStep(null);
              setUnit(null);
            }}
          />
        </View>
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          <Act
            label="A length"
            onPress={() => {
              setOpen(null);
              setStep('unit');
            }}
          />
          <Act
            label="A tilt"
            onPress={() => {
              setOpen(null);
              setStep('tilt');
            }}
          />
          <Act
            label={reference.figureHeight ? 'The figure’s height again' : 'The figure’s height'}
            onPress={() => setStep('height')}
          />
        </View>
      )}
      {sights.length === 0 && !step ? (
        <Text size={13} soft>
          Take a length in units of another, or a tilt against level. You judge it by eye first; the number is
          shown when you ask.
        </Text>
      ) : null}
      {sights.map((sight, i) => (
        <Sight
          key={sight.id}
          sight={sight}
          nth={i + 1}
          open={open === sight.id}
          measured={measured.has(sight.id)}
          onOpen={() => setOpen(open === sight.id ? null : sight.id)}
          onGuess={(guess) => void put({ reference: reference.id, mark: { ...sight, guess } })}
          onMeasure={() => setMeasured(new Set([...measured, sight.id]))}
          onRemove={() => {
            void remove({ reference: reference.id, mark: sight.id });
            say({
              text: 'The sight is removed.',
              undo: () => void put({ reference: reference.id, mark: sight }),
            });
          }}
        />
      ))}
    </>
  );
}

interface SightProps {
  readonly sight: SightMark;
  readonly nth: number;
  readonly open: boolean;
  /** Its number is shown. */
  readonly measured: boolean;
  readonly onOpen: () => void;
  readonly onGuess: (guess: number) => void;
  readonly onMeasure: () => void;
  readonly onRemove: () => void;
}

function Sight({ sight, nth, open, measured, onOpen, onGuess, onMeasure, onRemove }: SightProps) {
  const [text, setText] = useState('');
  const true_ = sightOf(sight);
  const tilt = sight.unit === null;
  const words = (value: number): string => (tilt ? `${rounded(value)}°` : `${rounded(value)} units`);
  const typed = Number(text.replace(',', '.'));
  return (
    <View>
      <Act
        small
        label={`${nth}. ${tilt ? 'Tilt' : 'Length'}${sight.guess === null ? '' : `, by eye ${words(sight.guess)}`}`}
        pressed={open}
        onPress={onOpen}
        style={{ alignSelf: 'flex-start' }}
      />
      {open ? (
        <View style={{ gap: 4 }}>
          {sight.guess === null ? (
            <>
              <Text>
                {tilt
                  ? 'How steep does it look, against level? Rising to the right is positive.'
                  : 'How many units does it look?'}
              </Text>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 6 }}>
                {(tilt ? TILTS : HALVES).map((value) => (
                  <Act
                    key={value}
                    small
                    label={tilt ? `${value}°` : String(value)}
                    onPress={() => onGuess(value)}
                  />
                ))}
              </View>
              <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
                <View style={{ width: 110 }}>
                  <Field
                    label="Or typed"
                    value={text}
                    onChangeText={setText}
                    maxLength={8}
                    inputMode="decimal"
                  />
                </View>
                <Act
                  small
                  label="Use it"
                  disabled={text === '' || !Number.isFinite(typed)}
                  onPress={() => onGuess(typed)}
                />
              </View>
            </>
          ) : measured && true_ !== null ? (
            <Text testID="measured">{`Measured: ${words(true_)}. ${difference(sight.guess, true_, tilt)}`}</Text>
          ) : (
            <Act label="Show the number" onPress={onMeasure} style={{ alignSelf: 'flex-start' }} />
          )}
          <Act small label="Remove" onPress={onRemove} style={{ alignSelf: 'flex-start' }} />
        </View>
      ) : null}
    </View>
  );
}

/** What the eye made of it, gently. */
function difference(guess: number, measured: number, tilt: boolean): string {
  if (tilt) {
    const off = Math.round(guess - measured);
    return Math.abs(off) <= 2
      ? 'Your eye was right.'
      : `Your eye turned it ${Math.abs(off)}° too far ${off > 0 ? 'counter-clockwise' : 'clockwise'}.`;
  }
  const off = Math.round((guess / measured - 1) * 100);
  return Math.abs(off) <= 4
    ? 'Your eye was right.'
    : `Your eye saw it ${Math.abs(off)} % ${off > 0 ? 'longer' : 'shorter'} than it is.`;
}
