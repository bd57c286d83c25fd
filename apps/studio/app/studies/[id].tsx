import { useLocalSearchParams } from 'expo-router';
import { StudyScreen } from '../../src/studies/study-screen';

export default function Route() {
  return <StudyScreen id={String(useLocalSearchParams()['id'])} />;
}
