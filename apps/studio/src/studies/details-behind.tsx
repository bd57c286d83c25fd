import { StyleSheet, View } from 'react-native';
import { placementOf } from '@deft/core/findings';
import { scaleOf } from '@deft/core/geometry';
import { DetailBoxes, DetailRow, detailsOf } from '../page/parts/details';
import { OverPage } from '../page/parts/over-page';
import { useShell } from '../page/shell/shell-context';

/** Details of the reference while it lies behind the page: where they belong, and themselves in a row. */
export function DetailsBehind() {
  const { surface, things, reference, state, mirrored } = useShell();
  if (!surface || !reference || state.place !== 'Behind' || state.look.name !== null) return null;
  const placed = placementOf(things, reference.id);
  if (!placed || detailsOf(reference).length === 0) return null;
  return (
    <>
      <OverPage surface={surface} testID="details-behind">
        <g transform={`matrix(${placed.join(' ')})`}>
          <DetailBoxes
            reference={reference}
            pixel={1 / (surface.painter.view.scale * scaleOf(placed))}
            mirrored={mirrored}
          />
        </g>
      </OverPage>
      <View style={styles.row}>
        <DetailRow reference={reference} atRight={false} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { position: 'absolute', left: 8, bottom: 8, right: 90, pointerEvents: 'box-none' },
});
