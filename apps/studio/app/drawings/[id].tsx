import { useLocalSearchParams } from 'expo-router';
import { DrawingScreen } from '../../src/drawings/drawing-screen';

export default function Route() {
  return <DrawingScreen id={String(useLocalSearchParams()['id'])} />;
}
