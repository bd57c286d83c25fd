import { useEffect, useMemo, type PropsWithChildren } from 'react';
import { useColorScheme } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { useDesk } from '../data/store';
import { Notes } from './notes';
import { deskTheme } from './theme';

/** Theme and safe areas round everything; by day or by night, as the student or the device says. */
export function DeskFrame({ children }: PropsWithChildren) {
  const asked = useDesk('night').night;
  const scheme = useColorScheme();
  const theme = useMemo(() => deskTheme(asked ?? scheme === 'dark'), [asked, scheme]);
  useEffect(() => {
    document.body.style.backgroundColor = theme.palette.desk;
    document.documentElement.style.overscrollBehavior = 'none';
  }, [theme]);
  return (
    <SafeAreaProvider>
      <PaperProvider theme={theme} settings={{ rippleEffectEnabled: false }}>
        <Notes>{children}</Notes>
      </PaperProvider>
    </SafeAreaProvider>
  );
}
