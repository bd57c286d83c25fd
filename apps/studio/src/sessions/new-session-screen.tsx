import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import { newBlock, READY_PLANS, type Plan } from '@deft/core/session';
import { newId } from '../data/new-id';
import { SILENT } from '../data/refusals';
import { useSetsQuery } from '../data/sets-api';
import { useDesk } from '../data/store';
import { useStart } from '../data/use-start';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Empty, Screen, Waiting } from '../ui/screen';
import { Text } from '../ui/text';
import { useKeepPlanMutation, usePlansQuery, useRemovePlanMutation } from './api';
import { PlanCards } from './plan-cards';
import { PlanEditor } from './plan-editor';
import { SessionSettings } from './session-settings';
import { NO_SET, PLANS } from './words';

const FIRST: Plan = { title: 'My plan', blocks: [newBlock(5, 60)] };

/** A plan that is being changed; not kept where it begins from a ready-made one. */
interface Editing {
  readonly id: Id;
  readonly plan: Plan;
  readonly kept: boolean;
}

/** Which set, which plan: the second touch starts. */
export function NewSessionScreen() {
  const router = useRouter();
  const { set: asked } = useLocalSearchParams<{ set?: string }>();
  const { choice, flip } = useDesk('timed').timed;
  const { data: sets, isError, refetch } = useSetsQuery();
  const { data: own = [] } = usePlansQuery();
  const { start, busy, failed } = useStart();
  const [editing, setEditing] = useState<Editing | null>(null);
  const withPictures = sets?.filter((s) => s.count > 0) ?? [];
  const set = withPictures.find((s) => s.id === asked) ?? withPictures[0];
  const begin = ({ title, blocks }: Plan): void => {
    if (set) void start({ set: set.id, plan: { title, blocks }, choice, flip });
  };
  const edit = (plan: Plan): void =>
    setEditing({ id: newId(), plan: { ...plan, title: `${plan.title}, mine` }, kept: false });
  return (
    <Screen title={editing ? (editing.kept ? 'Change the plan' : 'A plan of your own') : 'Timed poses'}>
      {!sets ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {sets && !set ? <Empty>{NO_SET}</Empty> : null}
      {set ? (
        <Choice label="Set" inOneRow style={styles.sets}>
          {withPictures.map(({ id, title }) => (
            <Option key={id} label={title} on={id === set.id} onPress={() => router.setParams({ set: id })} />
          ))}
        </Choice>
      ) : null}
      {failed ? <Text>{SILENT}</Text> : null}
      {set && editing ? (
        <OpenEditor editing={editing} busy={busy} onStart={begin} onClose={() => setEditing(null)} />
      ) : null}
      {set && !editing ? (
        <>
          {own.length > 0 ? (
            <PlanCards
              title={PLANS.own}
              plans={own}
              busy={busy}
              onStart={begin}
              onChange={(plan) => setEditing({ id: plan.id, plan, kept: true })}
            />
          ) : null}
          <PlanCards title={PLANS.ready} plans={READY_PLANS} busy={busy} onStart={begin} onChange={edit} />
          <Act
            label="Make a plan of your own"
            onPress={() => setEditing({ id: newId(), plan: FIRST, kept: false })}
            style={styles.start}
          />
          <SessionSettings />
        </>
      ) : null}
    </Screen>
  );
}

interface OpenEditorProps {
  readonly editing: Editing;
  readonly busy: boolean;
  readonly onStart: (plan: Plan) => void;
  readonly onClose: () => void;
}

/** A plan in the editor, kept or removed from there. */
function OpenEditor({ editing: { id, plan, kept }, busy, onStart, onClose }: OpenEditorProps) {
  const [keepPlan] = useKeepPlanMutation();
  const [removePlan] = useRemovePlanMutation();
  const remove = (): void => {
    void removePlan(id);
    onClose();
  };
  return (
    <View style={styles.editor}>
      <PlanEditor
        key={id}
        plan={plan}
        busy={busy}
        onStart={onStart}
        onClose={onClose}
        onKeep={(changed) => {
          void keepPlan({ id, plan: changed });
          onClose();
        }}
        onRemove={kept ? remove : null}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  sets: { marginVertical: -8 },
  start: { alignSelf: 'flex-start', marginTop: -8 },
  editor: { maxWidth: 560 },
});
