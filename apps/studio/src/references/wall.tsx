import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import type { ReferenceBrief, ReferenceQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { useReferencesQuery } from '../data/references-api';
import { PreviewCard } from '../ui/preview';
import { usePalette } from '../ui/use-desk-theme';
import { WallOrder } from './wall-order';
import { OrderCell, OrderCells } from './order-cells';

const GAP = 10;
/** Rows asked for at once, so that each row comes from one answer. */
const ROWS_AT_ONCE = 25;
/** Rows kept ready above and below what is in view. */
const OVERSCAN = 3;

interface WallProps {
  readonly query: ReferenceQuery;
  readonly total: number;
  readonly columns: number;
  readonly scroller: HTMLElement | null;
  /** Those chosen, while several are being chosen. */
  readonly chosen: ReadonlySet<Id> | null;
  readonly onTouch: (reference: ReferenceBrief) => void;
  /** Puts the picture at one place behind another, or first; null while the order is not to be changed. */
  readonly onMove: ((reference: Id, after: Id | null) => Promise<unknown>) | null;
}

/** A wall of any number of pictures: only those in view are there. */
export function Wall({ query, total, columns, scroller, chosen, onTouch, onMove }: WallProps) {
  const host = useRef<View>(null);
  const [{ width, top }, setPlace] = useState({ width: 0, top: 0 });
  const rows = Math.ceil(total / columns);
  const cell = (width - (columns - 1) * GAP) / columns;
  const height = Math.max(1, Math.round(cell * 1.25 + GAP));
  // What a place holds, filled in by the rows as they are shown.
  const [places] = useState(() => new WallOrder());
  // The list of what is in view changes while one scrolls, which is the point.
  // eslint-disable-next-line react-hooks/incompatible-library
  const list = useVirtualizer({
    count: width > 0 ? rows : 0,
    getScrollElement: () => scroller,
    estimateSize: () => height,
    overscan: OVERSCAN,
    scrollMargin: top,
  });
  useEffect(() => list.measure(), [list, height]);
  useEffect(() => {
    const element = host.current as unknown as HTMLElement | null;
    if (!element || !scroller) return undefined;
    const measure = (): void =>
      setPlace({
        width: element.clientWidth,
        top: element.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop,
      });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    if (element.parentElement) observer.observe(element.parentElement);
    measure();
    return () => observer.disconnect();
  }, [scroller, total]);
  const shown = (
    <View ref={host} testID="wall" style={{ height: rows * height }}>
      {list.getVirtualItems().map((item) => (
        <div
          key={item.key}
          style={{
            position: 'absolute',
            top: 0,
            left: 0,
            right: 0,
            transform: `translateY(${item.start - top}px)`,
          }}
        >
          <WallRow
            query={query}
            from={item.index * columns}
            columns={columns}
            cell={cell}
            chosen={chosen}
            onTouch={onTouch}
            places={places}
            ordering={onMove !== null}
          />
        </div>
      ))}
    </View>
  );
  // Always round them: to come only while they are ordered would make every row anew.
  return (
    <OrderCells
      places={places}
      total={total}
      cell={cell}
      step={{ x: cell + GAP, y: height }}
      onMove={onMove ?? (() => Promise.resolve())}
    >
      {shown}
    </OrderCells>
  );
}

interface RowProps extends Pick<WallProps, 'query' | 'columns' | 'chosen' | 'onTouch'> {
  readonly from: number;
  readonly cell: number;
  readonly places: WallOrder;
  readonly ordering: boolean;
}

function WallRow({ query, from, columns, cell, chosen, onTouch, places, ordering }: RowProps) {
  const palette = usePalette();
  const count = ROWS_AT_ONCE * columns;
  const first = Math.floor(from / count) * count;
  const {
    data,
    isFetching,
    startedTimeStamp: asked = 0,
  } = useReferencesQuery({ ...query, from: first, count });
  const shown = data?.items.slice(from - first, from - first + columns);
  useSyncExternalStore(places.subscribe, places.carriedTimes);
  // Only what the desk has just said: an answer from before a move must not undo it.
  useEffect(() => {
    if (!isFetching)
      data?.items
        .slice(from - first, from - first + columns)
        .forEach((reference, i) => places.set(from + i, reference, asked));
  }, [data, isFetching, asked, from, first, columns, places]);
  return (
    <View style={{ flexDirection: 'row', gap: GAP }}>
      {shown
        ? shown.map((reference, i) =>
            ordering ? (
              <OrderCell
                key={from + i}
                place={from + i}
                reference={places.get(from + i) ?? reference}
                width={cell}
              />
            ) : (
              <PreviewCard
                key={reference.id}
                reference={reference}
                width={cell}
                chosen={chosen && chosen.has(reference.id)}
                onPress={() => onTouch(reference)}
              />
            ),
          )
        : Array.from({ length: columns }, (_, i) => (
            <View
              key={i}
              style={{ width: cell, aspectRatio: 4 / 5, borderWidth: 1, borderColor: palette.rule }}
            />
          ))}
    </View>
  );
}
