import { useRouter } from 'expo-router';
import { pictureUnder } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { useChangeStudyMutation } from '../data/studies-api';
import { useBoardTracesQuery, useKeepBoardTracesMutation } from '../data/traces-api';
import { TracesRow } from '../page/parts/traces-row';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { MainAct } from '../ui/acts';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { Text } from '../ui/text';
import { useBoard } from './board-context';

/** The traces over a board's pictures in one row, and the act that keeps them. */
export function BoardTraces({ onClose }: PassPanelProps) {
  const router = useRouter();
  const say = useSay();
  const { keeper, things } = useShell();
  const board = useBoard();
  const { currentData: rows = [] } = useBoardTracesQuery(board.id);
  const [openTrace] = useChangeStudyMutation();
  const [keep, { isLoading }] = useKeepBoardTracesMutation();
  const onPictures = pictureUnder(things).size;
  const kept = async (): Promise<void> => {
    try {
      await keeper.flush();
      const count = (await keep(board.id).unwrap()).filter(({ traced }) => traced).length;
      say({
        text: `${count === 1 ? 'One trace is' : `${count} traces are`} kept, each in the study of its picture.`,
      });
    } catch (error) {
      say({ text: sentenceOf(error, 'The traces could not be kept. They are still on the board.') });
    }
  };
  return (
    <Panel title="Traces of its pictures" onClose={onClose}>
      <Text size={13} soft>
        {onPictures > 0
          ? 'Each form belongs to the picture it lies on. Kept, it lies in a trace of that picture, and counts for its recipe. Change it here and keep it again.'
          : 'Take Forms in hand and lay simple forms over the pictures. Each belongs to the picture it lies on.'}
      </Text>
      <MainAct
        label={isLoading ? 'Keeping them …' : 'Keep the traces'}
        disabled={isLoading || (onPictures === 0 && rows.every(({ traced }) => !traced))}
        onPress={() => void kept()}
        testID="keep"
      />
      <TracesRow
        rows={rows}
        open={null}
        bare={false}
        onOpen={({ traced }) => {
          if (!traced) return;
          void openTrace({ id: traced.study, trace: traced.trace });
          router.push({ pathname: '/studies/[id]', params: { id: traced.study, pass: 'trace' } });
        }}
      />
    </Panel>
  );
}
