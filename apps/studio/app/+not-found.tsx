import { useRouter } from 'expo-router';
import { WordAct } from '../src/ui/acts';
import { Screen } from '../src/ui/screen';
import { Words } from '../src/ui/words';

export default function NotFound() {
  const router = useRouter();
  return (
    <Screen title="Nothing lies here">
      <Words>There is nothing at this address.</Words>
      <WordAct
        label="Back to the desk"
        on
        onPress={() => router.replace('/')}
        style={{ alignSelf: 'flex-start' }}
      />
    </Screen>
  );
}
