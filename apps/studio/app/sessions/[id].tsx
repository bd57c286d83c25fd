import { useLocalSearchParams } from 'expo-router';
import { SessionScreen } from '../../src/sessions/session-screen';

export default function Route() {
  return <SessionScreen id={String(useLocalSearchParams()['id'])} />;
}
