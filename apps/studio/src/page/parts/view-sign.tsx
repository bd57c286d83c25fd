import { StyleSheet } from 'react-native';
import { useCallback, useSyncExternalStore } from 'react';
import { Act } from '../../ui/acts';
import { usePalette } from '../../ui/use-desk-theme';
import type { Surface } from '../surface';

const nothing = (): (() => void) => () => undefined;

/** Renders again when the view is turned over. */
export function useMirrored(surface: Surface | null): boolean {
  const listen = useCallback(
    (listener: () => void) => surface?.painter.onView(listener) ?? nothing(),
    [surface],
  );
  return useSyncExternalStore(listen, () => surface?.painter.view.mirrored ?? false);
}

/** Says that the view is turned or mirrored while it is; a touch sets it upright. */
export function ViewSign({
  surface,
  leftHanded,
}: {
  readonly surface: Surface;
  readonly leftHanded: boolean;
}) {
  const palette = usePalette();
  const listen = useCallback((listener: () => void) => surface.painter.onView(listener), [surface]);
  const turned = useSyncExternalStore(listen, () => Math.round(surface.painter.view.turn));
  const mirrored = useMirrored(surface);
  if (turned === 0 && !mirrored) return null;
  const says = [mirrored ? 'mirrored' : '', turned ? `turned ${Math.abs(turned)}°` : '']
    .filter(Boolean)
    .join(', ');
  return (
    <Act
      small
      label={says}
      spoken={`The view is ${says}: set it upright`}
      testID="view-sign"
      onPress={() => surface.setUpright()}
      style={[
        styles.sign,
        {
          [leftHanded ? 'right' : 'left']: 8,
          backgroundColor: palette.paper,
          borderColor: palette.verdigris,
        },
      ]}
    />
  );
}

const styles = StyleSheet.create({
  sign: { position: 'absolute', top: 8, borderWidth: 1, paddingHorizontal: 10 },
});
