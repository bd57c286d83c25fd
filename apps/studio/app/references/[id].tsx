import { useLocalSearchParams } from 'expo-router';
import { ReferenceScreen } from '../../src/references/reference-screen';

export default function Route() {
  return <ReferenceScreen id={String(useLocalSearchParams()['id'])} />;
}
