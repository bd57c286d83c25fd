import { useLocalSearchParams } from 'expo-router';
import { BoardScreen } from '../../src/boards/board-screen';

export default function Route() {
  return <BoardScreen id={String(useLocalSearchParams()['id'])} />;
}
