import { useRouter } from 'expo-router';
import { Empty, Screen } from '../src/ui/screen';
import { Way } from '../src/ui/way';

export default function NotFound() {
  const router = useRouter();
  return (
    <Screen title="Nothing here">
      <Empty>There is nothing at this address.</Empty>
      <Way label="To your desk" onPress={() => router.replace('/')} />
    </Screen>
  );
}
