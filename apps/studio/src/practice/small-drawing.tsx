import { View } from 'react-native';
import type { DrawingBrief } from '@deft/contract';
import { smallDrawingOf } from '../data/addresses';
import { ON_PAGE } from '../ui/theme';

/** A drawing in a list, as the desk renders it. */
export function SmallDrawing({ drawing }: { readonly drawing: DrawingBrief }) {
  return (
    <View style={{ flex: 1, backgroundColor: ON_PAGE.paper }}>
      <img
        src={smallDrawingOf(drawing)}
        alt=""
        loading="lazy"
        decoding="async"
        draggable={false}
        style={FITTED}
      />
    </View>
  );
}

const FITTED = { width: '100%', height: '100%', objectFit: 'contain' } as const;
