import { Text } from '../../ui/text';
import { usePalette } from '../../ui/use-desk-theme';
import type { Surface } from '../surface';

/** Takes the next touch on the page for its colour. */
export function PickColour({
  surface,
  onPick,
}: {
  readonly surface: Surface;
  readonly onPick: (hex: string) => void;
}) {
  const palette = usePalette();
  return (
    <div
      role="button"
      aria-label="Touch the colour you want."
      style={OVER}
      onPointerDown={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const at = { x: event.clientX - box.left, y: event.clientY - box.top };
        onPick(surface.painter.colourAt(surface.toPage(at)));
      }}
    >
      <Text size={13} style={{ backgroundColor: palette.paper, padding: 8 }}>
        Touch the colour you want.
      </Text>
    </div>
  );
}

const OVER = {
  position: 'absolute',
  inset: 0,
  cursor: 'cell',
  touchAction: 'none',
  display: 'flex',
  alignItems: 'flex-start',
  justifyContent: 'center',
  padding: 12,
} as const;
