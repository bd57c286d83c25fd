import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import type { Id } from '@deft/core/page';
import { CHOICES, newBlock, planSeconds, READY_PLANS, type Plan } from '@deft/core/session';
import type { KeptPlan } from '@deft/contract';
import { useKeepPlanMutation, usePlansQuery, useRemovePlanMutation, useSetsQuery } from '../data/api';
import { setTimed } from '../data/desk-slice';
import { newId } from '../data/new-id';
import { useDesk, useDeskDispatch } from '../data/store';
import { useStart } from '../data/use-start';
import { WordAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { Acts } from '../ui/panel';
import { Empty, Screen, Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { PlanEditor } from './plan-editor';
import { CHOICE_WORDS, planLine, planPurpose, spoken } from './words';

const FIRST: Plan = { title: 'My plan', blocks: [newBlock(5, 60)] };

/** Which set, which plan: the second touch starts. */
export function NewSessionScreen() {
  const router = useRouter();
  const wide = useWide();
  const { set: asked } = useLocalSearchParams<{ set?: string }>();
  const dispatch = useDeskDispatch();
  const timed = useDesk((state) => state.desk.timed);
  const { data: sets, isError, refetch } = useSetsQuery();
  const { data: own = [] } = usePlansQuery();
  const [keepPlan] = useKeepPlanMutation();
  const [removePlan] = useRemovePlanMutation();
  const { start, busy, failed } = useStart();
  const [editing, setEditing] = useState<{ id: Id; plan: Plan; kept: boolean } | null>(null);
  const withPictures = sets?.filter((s) => s.count > 0) ?? [];
  const set = withPictures.find((s) => s.id === asked) ?? withPictures[0];
  const begin = (plan: Plan): void => {
    if (set)
      void start({
        set: set.id,
        plan: { title: plan.title, blocks: plan.blocks },
        choice: timed.choice,
        flip: timed.flip,
      });
  };
  return (
    <Screen title={editing ? (editing.kept ? 'Change the plan' : 'A plan of your own') : 'Timed poses'}>
      {!sets ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {sets && !set ? (
        <Empty>
          There is no set with pictures yet. Bring some in under References, and put them into a set.
        </Empty>
      ) : null}
      {set ? (
        <ScrollView
          horizontal
          showsHorizontalScrollIndicator={false}
          style={{ flexGrow: 0, marginVertical: -10 }}
          contentContainerStyle={{ gap: 8 }}
        >
          {withPictures.map((s) => (
            <WordAct
              key={s.id}
              label={s.title}
              soft
              on={s.id === set.id}
              onPress={() => router.setParams({ set: s.id })}
            />
          ))}
        </ScrollView>
      ) : null}
      {failed ? <Words>The desk does not answer just now. Try again in a moment.</Words> : null}
      {set && editing ? (
        <View style={{ maxWidth: 560 }}>
          <PlanEditor
            key={editing.id}
            plan={editing.plan}
            busy={busy}
            onStart={begin}
            onClose={() => setEditing(null)}
            onKeep={(plan) => {
              void keepPlan({ id: editing.id, plan });
              setEditing(null);
            }}
            onRemove={
              editing.kept
                ? () => {
                    void removePlan(editing.id);
                    setEditing(null);
                  }
                : null
            }
          />
        </View>
      ) : null}
      {set && !editing ? (
        <>
          {own.length > 0 ? (
            <Plans
              title="Yours"
              plans={own}
              busy={busy}
              onStart={begin}
              onChange={(plan) => setEditing({ id: plan.id, plan, kept: true })}
            />
          ) : null}
          <Plans
            title="Lying ready"
            plans={READY_PLANS}
            busy={busy}
            onStart={begin}
            onChange={(plan) =>
              setEditing({ id: newId(), plan: { ...plan, title: `${plan.title}, mine` }, kept: false })
            }
          />
          <View style={{ alignItems: 'flex-start', marginTop: -10 }}>
            <WordAct
              label="Make a plan of your own"
              onPress={() => setEditing({ id: newId(), plan: FIRST, kept: false })}
            />
          </View>
          <View style={{ flexDirection: wide ? 'row' : 'column', gap: wide ? 30 : 8 }}>
            <View style={{ flex: wide ? 1 : undefined }}>
              <Acts about="Which pictures">
                {CHOICES.map((choice) => (
                  <WordAct
                    key={choice}
                    small
                    label={CHOICE_WORDS[choice]}
                    on={timed.choice === choice}
                    onPress={() => dispatch(setTimed({ choice }))}
                  />
                ))}
                <WordAct
                  small
                  label="half of them the other way round"
                  on={timed.flip}
                  onPress={() => dispatch(setTimed({ flip: !timed.flip }))}
                />
              </Acts>
            </View>
            <View style={{ flex: wide ? 1 : undefined }}>
              <Acts about="While it runs">
                <WordAct
                  small
                  label="sounds"
                  on={timed.sounds}
                  onPress={() => dispatch(setTimed({ sounds: !timed.sounds }))}
                />
                <WordAct
                  small
                  label="shake the phone"
                  on={timed.shakes}
                  onPress={() => dispatch(setTimed({ shakes: !timed.shakes }))}
                />
                <WordAct
                  small
                  label="let a phone join ›"
                  spoken="Let a phone join"
                  onPress={() => router.push('/door')}
                />
                <WordAct
                  small
                  label="time in figures"
                  on={timed.figures}
                  onPress={() => dispatch(setTimed({ figures: !timed.figures }))}
                />
              </Acts>
            </View>
          </View>
        </>
      ) : null}
    </Screen>
  );
}

interface PlansProps<P extends Plan> {
  readonly title: string;
  readonly plans: readonly P[];
  readonly busy: boolean;
  readonly onStart: (plan: P) => void;
  readonly onChange: (plan: P) => void;
}

function Plans<P extends Plan | KeptPlan>({ title, plans, busy, onStart, onChange }: PlansProps<P>) {
  const palette = usePalette();
  const wide = useWide();
  return (
    <View style={{ gap: 8 }}>
      <Words size={17} kind="heading" level={2}>
        {title}
      </Words>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        {plans.map((plan) => (
          <PaperCard key={plan.title} style={{ width: wide ? '48.8%' : '100%', flexDirection: 'row' }}>
            <Pressable
              role="button"
              aria-label={`Start: ${plan.title}`}
              disabled={busy}
              onPress={() => onStart(plan)}
              style={({ pressed }) => ({ flex: 1, padding: 12, opacity: pressed || busy ? 0.6 : 1 })}
            >
              <View
                style={{
                  flexDirection: 'row',
                  justifyContent: 'space-between',
                  alignItems: 'baseline',
                  gap: 8,
                }}
              >
                <Words kind="strong" lines={1} style={{ flexShrink: 1 }}>
                  {plan.title}
                </Words>
                <Words kind="figures" colour={palette.verdigris}>
                  {spoken(planSeconds(plan) * 1000)}
                </Words>
              </View>
              <Words size={13}>{planLine(plan)}</Words>
              <Words size={12} soft>
                {planPurpose(plan)}
              </Words>
            </Pressable>
            <WordAct
              small
              soft
              label="change"
              spoken={`Change: ${plan.title}`}
              onPress={() => onChange(plan)}
              style={{ alignSelf: 'center', paddingRight: 10 }}
            />
          </PaperCard>
        ))}
      </View>
    </View>
  );
}
