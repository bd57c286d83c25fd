import { memo, useEffect, useState, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import type { ReferenceBrief, ReferenceQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { useReferencesQuery } from '../data/references-api';
import { PreviewCard } from '../ui/preview';
import { partOfRow } from '../ui/part-of-row';
import { RowsInView } from '../ui/rows-in-view';
import { usePalette } from '../ui/use-desk-theme';
import { WallOrder } from './wall-order';
import { OrderCell, OrderCells } from './order-cells';

const GAP = 10;

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
  // What a place holds, filled in by the rows as they are shown.
  const [places] = useState(() => new WallOrder());
  const cellOf = (width: number): number => (width - (columns - 1) * GAP) / columns;
  const heightFor = (width: number): number => Math.max(1, Math.round(cellOf(width) * 1.25 + GAP));
  return (
    <RowsInView
      testID="wall"
      rows={Math.ceil(total / columns)}
      scroller={scroller}
      heightFor={heightFor}
      renderRow={(row, width) => (
        <WallRow
          query={query}
          row={row}
          columns={columns}
          cell={cellOf(width)}
          chosen={chosen}
          onTouch={onTouch}
          places={places}
          ordering={onMove !== null}
        />
      )}
      // Always round them: to come only while they are ordered would make every row anew.
      wrap={(rows, width) => (
        <OrderCells
          places={places}
          total={total}
          cell={cellOf(width)}
          step={{ x: cellOf(width) + GAP, y: heightFor(width) }}
          onMove={onMove ?? (() => Promise.resolve())}
        >
          {rows}
        </OrderCells>
      )}
    />
  );
}

interface RowProps extends Pick<WallProps, 'query' | 'columns' | 'chosen' | 'onTouch'> {
  readonly row: number;
  readonly cell: number;
  readonly places: WallOrder;
  readonly ordering: boolean;
}

/** While the wall is scrolled only rows that come are made. */
const WallRow = memo(function WallRow({
  query,
  row,
  columns,
  cell,
  chosen,
  onTouch,
  places,
  ordering,
}: RowProps) {
  const palette = usePalette();
  const { from: first, count, place } = partOfRow(row, columns);
  const from = first + place;
  const {
    data,
    isFetching,
    startedTimeStamp: asked = 0,
  } = useReferencesQuery({ ...query, from: first, count });
  const shown = data?.items.slice(place, place + columns);
  useSyncExternalStore(places.subscribe, places.carriedTimes);
  // Only what the desk has just said: an answer from before a move must not undo it.
  useEffect(() => {
    if (!isFetching)
      data?.items
        .slice(place, place + columns)
        .forEach((reference, i) => places.set(from + i, reference, asked));
  }, [data, isFetching, asked, from, place, columns, places]);
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
});
