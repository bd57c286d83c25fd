import { View } from 'react-native';
import type { Board } from '@deft/contract';
import { useBoardsQuery } from '../data/boards-api';
import { readPage } from '../data/read-page';
import { layingBoard } from '../page/board-acts';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { BoardPicture } from '../ui/board-picture';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { Text } from '../ui/text';
import { useStudy } from './study-context';

/** Boards, to be looked at beside the page or laid behind it. */
export function BoardsPanel({ onBack, onClose }: PassPanelProps) {
  const { keeper, dispatch } = useShell();
  const { board: beside, setBoard } = useStudy();
  const onBeside = (board: Board | null): void => {
    setBoard(board);
    if (board) dispatch({ kind: 'place', place: 'Beside' });
    onClose();
  };
  const say = useSay();
  const { data: boards = [] } = useBoardsQuery();
  const behind = async (board: Board): Promise<void> => {
    const laid = await readPage(board.page).catch(() => null);
    if (!laid) return say({ text: 'The desk does not answer, so the board was not laid behind the page.' });
    const change = layingBoard(keeper.things, laid, board.title);
    if ((change.add ?? []).length === 0) return say({ text: 'There is no picture on this board yet.' });
    await keeper.commit(change);
    say({
      text: `“${board.title}” lies behind the page, on a sheet of its own.`,
      undo: () => void keeper.undo(),
    });
    onClose();
  };
  return (
    <Panel title="Boards" onBack={onBack} onClose={onClose}>
      {boards.length === 0 ? (
        <Text soft>No board yet. Choose several pictures on the wall of References and put them on one.</Text>
      ) : null}
      {boards.map((board) => (
        <View key={board.id} style={{ gap: 2, marginBottom: 8 }}>
          <View style={{ height: 110 }}>
            <BoardPicture board={board} />
          </View>
          <Text>{board.title}</Text>
          <View style={{ flexDirection: 'row' }}>
            <Act
              small
              label="Beside the page"
              pressed={beside?.id === board.id}
              onPress={() => onBeside(beside?.id === board.id ? null : board)}
            />
            <Act small label="Behind the page" onPress={() => void behind(board)} />
          </View>
        </View>
      ))}
    </Panel>
  );
}
