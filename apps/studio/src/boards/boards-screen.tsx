import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { useBoardsQuery, useMakeBoardMutation } from '../data/boards-api';
import { MainAct } from '../ui/acts';
import { BoardPicture } from '../ui/board-picture';
import { useSay } from '../ui/notes';
import { PaperCard } from '../ui/paper-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';

/** All boards. */
export function BoardsScreen() {
  const router = useRouter();
  const wide = useWide();
  const say = useSay();
  const { data: boards, isError, refetch } = useBoardsQuery();
  const [make, making] = useMakeBoardMutation();
  const fresh = async (): Promise<void> => {
    const made = await make({ title: 'Board', references: [] })
      .unwrap()
      .catch(() => null);
    if (made) router.push({ pathname: '/boards/[id]', params: { id: made.id } });
    else say({ text: 'The desk does not answer, so no board was made. Try again in a moment.' });
  };
  return (
    <Screen
      title="Boards"
      aside={boards ? <Text size={13} soft>{`${boards.length}`}</Text> : null}
      foot={
        <MainAct
          label="A new board"
          disabled={making.isLoading}
          onPress={() => void fresh()}
          style={{ flex: wide ? undefined : 1 }}
        />
      }
    >
      {!boards ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {boards?.length === 0 ? (
        <Empty>
          No board yet. Lay several pictures out together: choose several on the wall of References and put
          them on a board, or begin with an empty one.
        </Empty>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
        {boards?.map((board) => (
          <Pressable
            key={board.id}
            role="link"
            testID="board"
            onPress={() => router.push({ pathname: '/boards/[id]', params: { id: board.id } })}
            style={{ width: wide ? 300 : '100%' }}
          >
            <PaperCard style={{ height: wide ? 220 : 250 }}>
              <View style={{ flex: 1, padding: 10 }}>
                <BoardPicture board={board} />
              </View>
            </PaperCard>
            <Text style={{ marginTop: 4 }}>{board.title}</Text>
          </Pressable>
        ))}
      </View>
    </Screen>
  );
}
