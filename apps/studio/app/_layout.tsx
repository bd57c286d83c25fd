import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_600SemiBold } from '@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold';
import { BricolageGrotesque_600SemiBold } from '@expo-google-fonts/bricolage-grotesque/600SemiBold';
import { BricolageGrotesque_700Bold } from '@expo-google-fonts/bricolage-grotesque/700Bold';
import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { Provider } from 'react-redux';
import { store } from '../src/data/store';
import { useLeftovers } from '../src/data/use-leftovers';
import { DeskFrame } from '../src/ui/desk-frame';

export default function Layout() {
  const [loaded, failed] = useFonts({
    AtkinsonHyperlegibleNext_400Regular,
    AtkinsonHyperlegibleNext_600SemiBold,
    BricolageGrotesque_600SemiBold,
    BricolageGrotesque_700Bold,
  });
  useLeftovers();
  if (!loaded && !failed) return null;
  return (
    <Provider store={store}>
      <DeskFrame>
        <Stack screenOptions={{ headerShown: false, animation: 'none', title: 'Deft Study' }} />
      </DeskFrame>
    </Provider>
  );
}
