import { View } from 'react-native';
import type { Id } from '@deft/core/page';
import { usePage } from '../data/use-page';
import { PageShell } from '../page/shell/page-shell';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { SplittingContext } from './drawings-over';
import { paperPass } from './passes/paper';
import type { Splitting } from './use-splitting';

/** The lifted page with its loops or cells over it; while loops are drawn it can be seen nearer. */
export function SplitPage({ page, splitting }: { readonly page: Id; readonly splitting: Splitting }) {
  const palette = usePalette();
  const wide = useWide();
  const keeper = usePage(page);
  const { width, height } = splitting.size;
  const room = {
    position: 'relative',
    width: wide ? undefined : '100%',
    flex: wide ? 3 : undefined,
    maxWidth: `calc(66vh * ${width / height})`,
    aspectRatio: `${width} / ${height}`,
    border: `1px solid ${palette.rule}`,
  };
  return (
    <View testID="splitting" style={room as object}>
      <SplittingContext.Provider value={splitting}>
        {keeper ? <PageShell pass={paperPass} keeper={keeper} /> : null}
      </SplittingContext.Provider>
    </View>
  );
}
