import { View } from 'react-native';
import type { DrawingBrief } from '@deft/contract';
import { smallDrawingOf } from '../data/addresses';
import { LookedAt } from '../ui/rows-in-view';
import { ON_PAGE } from '../ui/theme';

/** A drawing in a list, as the desk renders it. */
export function SmallDrawing({ drawing }: { readonly drawing: DrawingBrief }) {
  return (
    <View style={{ flex: 1, backgroundColor: ON_PAGE.paper }}>
      <LookedAt>
        <img src={smallDrawingOf(drawing)} alt="" decoding="async" draggable={false} style={FITTED} />
      </LookedAt>
    </View>
  );
}

const FITTED = { width: '100%', height: '100%', objectFit: 'contain' } as const;
