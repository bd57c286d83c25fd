import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import { strokePoints, withinRegion, type Id, type Region, type Stroke, type Thing } from '@deft/core/page';
import { handStrokes, orderSentence, timeSentence, type OrderOfWork } from '@deft/core/strokes';
import { readPage } from '../data/read-page';
import { inkOn, pictureOfPage } from '../page/parts/drawn-page';
import { OrderMarks } from '../page/parts/order-marks';
import { Choice, Option } from '../ui/choice';
import { Slider } from '../ui/slider';
import { Text } from '../ui/text';
import { minutesAndSeconds } from './words';
import { ON_PAGE } from '../ui/theme';

/** Between two strokes, however long one looked in truth, milliseconds. */
const PAUSE = 250;
const SPEEDS = [1, 2, 5, 10] as const;

/** When each stroke begins and ends in a replay, milliseconds. */
export function timesOf(strokes: readonly Stroke[]): { begins: number; ends: number }[] {
  let at = 0;
  return strokes.map((stroke) => {
    const lasts = strokePoints(stroke).at(-1)?.time ?? 0;
    const begins = at;
    at = begins + lasts + PAUSE;
    return { begins, ends: begins + lasts };
  });
}

/** A page with no more than its first strokes. */
function withFirst(
  things: ReadonlyMap<Id, Thing>,
  strokes: readonly Stroke[],
  count: number,
): ReadonlyMap<Id, Thing> {
  const yet = new Set(strokes.slice(count).map(({ id }) => id));
  return new Map([...things].filter(([id]) => !yet.has(id)));
}

/** A drawing as it came to be, stroke by stroke, at any speed. */
export function Replay({
  page,
  region,
  title,
  order,
}: {
  readonly page: Id;
  readonly region: Region;
  readonly title: string;
  /** In which order it was drawn, to be marked; null where that is not known, or not to be said. */
  readonly order: OrderOfWork | null;
}) {
  const [things, setThings] = useState<ReadonlyMap<Id, Thing> | null>(null);
  const [inked, setInked] = useState<Awaited<ReturnType<typeof inkOn>>>(new Map());
  const [at, setAt] = useState(0);
  const [speed, setSpeed] = useState<number | null>(2);
  useEffect(() => {
    let gone = false;
    readPage(page)
      .then(async (found) => {
        if (gone) return;
        const ink = await inkOn(found);
        if (gone) return;
        setInked(ink);
        setThings(withinRegion(found, region));
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [page, region]);
  // Things come in the order in which they were drawn.
  const strokes = useMemo(
    () => [...(things?.values() ?? [])].filter((thing): thing is Stroke => thing.type === 'stroke'),
    [things],
  );
  const times = useMemo(() => timesOf(strokes), [strokes]);
  const whole = times.at(-1)?.ends ?? 0;
  const last = useRef(0);
  useEffect(() => {
    if (speed === null || whole === 0) return undefined;
    let frame = 0;
    last.current = performance.now();
    const step = (now: number): void => {
      const passed = (now - last.current) * speed;
      last.current = now;
      setAt((before) => Math.min(whole, before + passed));
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [speed, whole]);
  /** When so many lines had been drawn, milliseconds. */
  const after = (count: number): number => {
    const last = things && handStrokes(things)[count - 1];
    return times[strokes.findIndex(({ id }) => id === last?.id)]?.ends ?? 0;
  };
  const goTo = (value: number): void => {
    setSpeed(null);
    setAt(value);
  };
  const shown = times.filter(({ begins }) => begins <= at).length;
  const source = useMemo(
    () => (things ? pictureOfPage(withFirst(things, strokes, shown), inked, region) : null),
    [things, strokes, inked, region, shown],
  );
  return (
    <View style={{ gap: 4 }} testID="replay">
      <View style={{ height: 300, backgroundColor: ON_PAGE.paper }}>
        {source ? (
          <img
            src={source}
            alt={`${title}, as it was drawn`}
            style={{ width: '100%', height: '100%', objectFit: 'contain' }}
          />
        ) : null}
      </View>
      {things && strokes.length === 0 ? (
        <Text size={13} soft>
          There is no stroke to replay here.
        </Text>
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' }}>
          <Slider
            label="Stroke"
            value={at}
            least={0}
            most={Math.max(1, whole)}
            step={1}
            shown={`${shown} of ${strokes.length}, ${minutesAndSeconds(at)}`}
            marks={order?.firstLines.map((one) => after(one.strokes))}
            onChange={goTo}
          />
          <Choice label="Speed">
            {SPEEDS.map((one) => (
              <Option
                key={one}
                small
                label={`${one} ×`}
                on={speed === one}
                onPress={() => {
                  if (at >= whole) setAt(0);
                  setSpeed(one);
                }}
              />
            ))}
            <Option small label="stop" on={speed === null} onPress={() => setSpeed(null)} />
          </Choice>
        </View>
      )}
      {order && things ? (
        <>
          <Text size={13} soft>{`${orderSentence(order)} ${timeSentence(order)}`}</Text>
          <OrderMarks order={order} onStrokes={(count) => goTo(after(count))} />
        </>
      ) : null}
    </View>
  );
}
