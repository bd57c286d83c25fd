import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addressOf, API, MOST_POINTS_TO_CHECK, type SetTask } from '@deft/contract';
import { countedOn, type Counted } from '@deft/core/page';
import { dueWords, firstWords } from '../data/due-words';
import { sentenceOf } from '../data/refusals';
import { usePutTaskMutation, useRemoveTaskMutation, useTaskQuery } from '../data/tasks-api';
import { useThings } from '../data/use-page';
import { useSaving } from '../data/use-saving';
import { readNumber } from '../page/read-number';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { DayField } from '../ui/day-field';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Acts, Panel } from '../ui/panel';
import { SavingSign } from '../ui/saving-sign';
import { Waiting } from '../ui/screen';
import { Switch } from '../ui/switch';
import { Text } from '../ui/text';
import { usePalette } from '../ui/use-desk-theme';
import { useStudy } from './study-context';
import { thereWords } from './task-words';
import { TASK_NOTE } from './words';

const NO_TASK: SetTask = { asks: '', forms: null, values: null, due: null, checklist: [], by: '' };
/** Values that may be asked for; null where any will do. */
const VALUES = [null, 2, 3] as const;
const MOST_FORMS = 500;

interface TaskPanelProps {
  readonly onClose: () => void;
  readonly onBack?: () => void;
}

/** What was set to be drawn here, how much of it is there, and handing it in. */
export function TaskPanel({ onClose, onBack }: TaskPanelProps) {
  const { study } = useStudy();
  const { data, isError, error, refetch } = useTaskQuery(study.id);
  return (
    <Panel title="Set task" onClose={onClose} {...(onBack ? { onBack } : {})}>
      {data ? (
        <Task first={data.task} />
      ) : (
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      )}
    </Panel>
  );
}

/** What of a task can be counted on the page that is drawn on. */
function useCounted(): Counted {
  const { keeper } = useShell();
  return countedOn(useThings(keeper, ['form', 'mass', 'sheet']));
}

/** Each change is kept at once. @param first as it was when the panel was opened */
function Task({ first }: { readonly first: SetTask | null }) {
  const { study } = useStudy();
  const say = useSay();
  const [put] = usePutTaskMutation();
  const [take] = useRemoveTaskMutation();
  const [task, setTask] = useState(first ?? NO_TASK);
  /** As it was kept last; null where there is none. */
  const [kept, setKept] = useState(first);
  const [forms, setForms] = useState(task.forms === null ? '' : String(task.forms));
  const counted = useCounted();
  const keep = async (change: Partial<SetTask>): Promise<void> => {
    const next = { ...task, ...change };
    setTask(next);
    setKept(next);
    setForms(next.forms === null ? '' : String(next.forms));
    const made = await put({ id: study.id, task: next });
    if (made.error) say({ text: `The task was not kept. ${sentenceOf(made.error)}` });
  };
  const keepForms = (): void => {
    const read = forms.trim() === '' ? null : readNumber(forms);
    if (read !== null && !(Number.isInteger(read) && read >= 1 && read <= MOST_FORMS)) {
      say({ text: `Forms are asked for as a number from 1 to ${MOST_FORMS}, or not at all.` });
      return setForms(task.forms === null ? '' : String(task.forms));
    }
    return read === task.forms ? undefined : void keep({ forms: read });
  };
  const takeOff = async (): Promise<void> => {
    const gone = await take(study.id);
    if (gone.error) return say({ text: `The task is still there. ${sentenceOf(gone.error)}` });
    setTask(NO_TASK);
    setForms('');
    setKept(null);
    return say({ text: 'The task was taken off.', undo: () => void keep(task) });
  };
  const there = thereWords(task, counted);
  return (
    <>
      <Text size={13} soft>
        {TASK_NOTE}
      </Text>
      {kept && there ? (
        <Text testID="task-there">{[there, dueWords(task.due)].filter(Boolean).join(', ')}.</Text>
      ) : null}
      <Field
        label="What is asked"
        value={task.asks}
        multiline
        maxLength={500}
        onChangeText={(asks) => setTask({ ...task, asks })}
        onBlur={() => task.asks !== (kept?.asks ?? '') && void keep({ asks: task.asks.trim() })}
      />
      <View style={styles.row}>
        <Field
          label="Forms, at least"
          value={forms}
          inputMode="numeric"
          onChangeText={setForms}
          onBlur={keepForms}
          onSubmitEditing={keepForms}
          style={styles.number}
        />
        <DayField label="By" value={task.due ?? ''} onChange={(due) => void keep({ due: due || null })} />
      </View>
      <Choice label="Values, at least" shown>
        {VALUES.map((values) => (
          <Option
            key={values}
            label={values === null ? 'any' : String(values)}
            spoken={values === null ? 'any values' : `${values} values`}
            on={task.values === values}
            onPress={() => void keep({ values })}
          />
        ))}
      </Choice>
      <Checklist task={task} onChange={(checklist) => void keep({ checklist })} />
      <Field
        label="Handed in by"
        value={task.by}
        maxLength={80}
        onChangeText={(by) => setTask({ ...task, by })}
        onBlur={() => task.by !== (kept?.by ?? '') && void keep({ by: task.by.trim() })}
      />
      {kept ? <HandIn onTakeOff={() => void takeOff()} /> : null}
    </>
  );
}

function Checklist({
  task: { checklist },
  onChange,
}: {
  readonly task: SetTask;
  readonly onChange: (checklist: SetTask['checklist']) => void;
}) {
  const palette = usePalette();
  const [point, setPoint] = useState('');
  const add = (): void => {
    const text = point.trim();
    setPoint('');
    if (text) onChange([...checklist, { text, done: false }]);
  };
  return (
    <View style={styles.list}>
      <Text size={13} soft>
        Checklist
      </Text>
      {checklist.map(({ text, done }, i) => (
        <View key={`${i} ${text}`} style={[styles.point, { borderColor: palette.rule }]}>
          <View style={styles.text}>
            <Switch
              label={text}
              on={done}
              onPress={() => onChange(checklist.map((one, k) => (k === i ? { text, done: !done } : one)))}
            />
          </View>
          <Act
            small
            label="×"
            spoken={`×: take “${text}” off the checklist`}
            onPress={() => onChange(checklist.filter((_, k) => k !== i))}
          />
        </View>
      ))}
      {checklist.length < MOST_POINTS_TO_CHECK ? (
        <View style={styles.row}>
          <Field
            label="Another point"
            value={point}
            maxLength={120}
            onChangeText={setPoint}
            onSubmitEditing={add}
            style={styles.text}
          />
          <Act label="Add" spoken="Add this point" onPress={add} disabled={point.trim() === ''} />
        </View>
      ) : null}
    </View>
  );
}

/** All drawings of the study with the task as one file. */
function HandIn({ onTakeOff }: { readonly onTakeOff: () => void }) {
  const { study } = useStudy();
  const { keeper } = useShell();
  const { making, sentence, save, stop } = useSaving();
  const name = `${study.title || study.reference.title}, handed in.pdf`;
  return (
    <>
      <Acts about="With name, drawings and checklist">
        <Act
          label="Hand in as PDF"
          testID="hand-in"
          onPress={() => void save(addressOf(API.tasks.handIn, { id: study.id }), name, () => keeper.flush())}
        />
        <Act small label="Take the task off" onPress={onTakeOff} />
      </Acts>
      <SavingSign making={making} sentence={sentence} onStop={stop} />
    </>
  );
}

/** What was set to be drawn and how much of it is there, under the page it is drawn on. */
export function TaskStrip() {
  const palette = usePalette();
  const { study } = useStudy();
  const { dispatch } = useShell();
  const { currentData } = useTaskQuery(study.id);
  const counted = useCounted();
  const task = currentData?.task;
  if (!task) return null;
  const words = [thereWords(task, counted) || firstWords(task.asks), dueWords(task.due)];
  return (
    <View style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
      <Text size={13} style={styles.text} testID="task-strip">
        {words.filter(Boolean).join(', ') || 'A task is set here.'}
      </Text>
      <Act small label="Set task" onPress={() => dispatch({ kind: 'panel', panel: 'task' })} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, flexWrap: 'wrap' },
  number: { width: 130 },
  list: { gap: 4 },
  point: { flexDirection: 'row', alignItems: 'center', gap: 8, borderBottomWidth: 1 },
  text: { flex: 1, minWidth: 0 },
  strip: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    paddingHorizontal: 14,
    paddingVertical: 2,
    borderTopWidth: 1,
  },
});
