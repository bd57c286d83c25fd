import { useDeferredValue, type ComponentType } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { Listed, StudyQuery } from '@deft/contract';
import { RowsInView } from '../ui/rows-in-view';
import { WIDE } from '../ui/theme';
import { usePalette } from '../ui/use-desk-theme';
import type { Named } from './about-panel';
import { CARD_HEIGHT } from './practice-card';

const GAP = 12;
/** From this width on there is room for three cards side by side. */
const WIDER = 1240;

/** What a row of a list is given. */
export interface PracticeRowProps {
  readonly query: StudyQuery;
  readonly row: number;
  readonly columns: number;
  readonly cell: number;
  readonly chosen: ReadonlySet<Id> | null;
  readonly onTouch: (id: Id) => void;
  readonly onAbout: (of: Named) => void;
}

interface PracticeListProps extends Omit<PracticeRowProps, 'row' | 'columns' | 'cell'> {
  readonly total: number;
  readonly scroller: HTMLElement | null;
  /** Asks for its own part of the list. */
  readonly Row: ComponentType<PracticeRowProps>;
}

/** Cards of any number of sessions or studies. */
export function PracticeList({ total, scroller, Row, ...rest }: PracticeListProps) {
  const { width: screen } = useWindowDimensions();
  const columns = screen >= WIDER ? 3 : screen >= WIDE ? 2 : 1;
  const cellOf = (width: number): number => (width - (columns - 1) * GAP) / columns;
  return (
    <RowsInView
      testID="practice"
      rows={Math.ceil(total / columns)}
      scroller={scroller}
      heightFor={() => CARD_HEIGHT + GAP}
      renderRow={(row, width) => (
        <View style={styles.row}>
          <Row {...rest} row={row} columns={columns} cell={cellOf(width)} />
        </View>
      )}
      flungRow={(row, width) => (
        <View style={styles.row}>
          {Array.from({ length: Math.min(columns, total - row * columns) }, (_, i) => (
            <CardToCome key={i} width={cellOf(width)} />
          ))}
        </View>
      )}
    />
  );
}

/**
 * What stands in a row, from the answer for the part of the list that it lies in; null until there is one.
 * Cards are made after what is pressing, a few at a time: where a list jumps, a screen of them comes at once.
 */
export function useItemsOfRow<Item>(
  answer: Listed<Item> | undefined,
  place: number,
  columns: number,
): readonly Item[] | null {
  const shown = useDeferredValue(answer ?? null, null);
  return shown?.items.slice(place, place + columns) ?? null;
}

/** Stands where a card is still on its way. */
export function CardToCome({ width }: { readonly width: number }) {
  const palette = usePalette();
  return <View style={{ width, height: CARD_HEIGHT, borderWidth: 1, borderColor: palette.rule }} />;
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: GAP } });
