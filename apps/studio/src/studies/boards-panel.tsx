import { View } from 'react-native';
import type { Board } from '@deft/contract';
import { reducePage, type Answer } from '@deft/core/page';
import { useBoardsQuery } from '../../data/api';
import type { PageKeeper } from '../../data/page-keeper';
import { WordAct } from '../../ui/acts';
import { BoardPicture } from '../../ui/board-picture';
import { useSay } from '../../ui/notes';
import { Panel } from '../../ui/panel';
import { Words } from '../../ui/words';
import { layingBoard } from '../board-acts';

interface BoardsPanelProps {
  readonly keeper: PageKeeper;
  readonly beside: Board | null;
  readonly onBeside: (board: Board | null) => void;
  readonly onBack: () => void;
  readonly onClose: () => void;
  readonly leftHanded: boolean;
}

/** Boards, to be looked at beside the page or laid behind it. */
export function BoardsPanel({ keeper, beside, onBeside, onBack, onClose, leftHanded }: BoardsPanelProps) {
  const say = useSay();
  const { data: boards = [] } = useBoardsQuery();
  const behind = async (board: Board): Promise<void> => {
    const response = await fetch(`/api/pages/${board.page}/operations?after=0`).catch(() => null);
    if (!response?.ok)
      return say({ text: 'The desk does not answer, so the board was not laid behind the page.' });
    const { operations } = (await response.json()) as Answer;
    const change = layingBoard(keeper.things, reducePage(operations.map((o) => o.operation)), board.title);
    if ((change.add ?? []).length === 0) return say({ text: 'There is no picture on this board yet.' });
    await keeper.commit(change);
    say({
      text: `“${board.title}” lies behind the page, on a sheet of its own.`,
      undo: () => void keeper.undo(),
    });
    onClose();
  };
  return (
    <Panel title="Boards" onBack={onBack} onClose={onClose} leftHanded={leftHanded}>
      {boards.length === 0 ? (
        <Words soft>
          No board yet. Choose several pictures on the wall of References and put them on one.
        </Words>
      ) : null}
      {boards.map((board) => (
        <View key={board.id} style={{ gap: 2, marginBottom: 8 }}>
          <View style={{ height: 110 }}>
            <BoardPicture board={board} />
          </View>
          <Words>{board.title}</Words>
          <View style={{ flexDirection: 'row' }}>
            <WordAct
              small
              label="beside the page"
              on={beside?.id === board.id}
              onPress={() => {
                onBeside(beside?.id === board.id ? null : board);
                onClose();
              }}
            />
            <WordAct small label="behind the page" onPress={() => void behind(board)} />
          </View>
        </View>
      ))}
    </Panel>
  );
}
