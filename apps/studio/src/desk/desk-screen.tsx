import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { FIRST_PLAN } from '@deft/core/session';
import { dayWords } from '../data/date-words';
import { useSessionsQuery } from '../data/sessions-api';
import { useSetsQuery } from '../data/sets-api';
import { useDesk } from '../data/store';
import { useStudiesQuery } from '../data/studies-api';
import { useAbout } from '../practice/use-about';
import { MainAct } from '../ui/acts';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { BlankPage } from './blank-page';
import { GoOnWith } from './go-on-with';
import { LastSessions } from './last-sessions';
import { SetTasks } from './set-tasks';
import { WarmUp } from './warm-up';
import { EMPTY_DESK } from './words';

/** How many studies and sessions lie on the desk. */
const STUDIES = 4;
const SESSIONS = 2;

/** What lies on the desk: something to begin at once, and what was begun. */
export function DeskScreen() {
  const wide = useWide();
  const router = useRouter();
  const { data: sets, isError, refetch } = useSetsQuery();
  const { data: studies } = useStudiesQuery({ from: 0, count: STUDIES });
  const { data: sessions } = useSessionsQuery({ from: 0, count: SESSIONS });
  const { about, panel } = useAbout();
  const full = sets?.filter(({ count }) => count > 0) ?? [];
  const { last: used } = useDesk('timed').timed;
  const set = full.find(({ id }) => id === used?.set) ?? full[0];
  const others = full.filter((other) => other !== set);
  const next = set && [...set.first].sort((a, b) => a.attempts - b.attempts)[0];
  const last = sessions?.total ? <LastSessions sessions={sessions} onAbout={about} /> : null;
  return (
    <Screen
      title="Your desk"
      over={panel}
      aside={
        <Text size={13} soft>
          {dayWords(new Date())}
        </Text>
      }
    >
      {!sets ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      <View style={wide ? styles.wide : styles.narrow}>
        <View style={[styles.column, wide && styles.first]}>
          {set && next ? (
            <WarmUp set={set} plan={used?.plan ?? FIRST_PLAN} next={next} others={others} />
          ) : null}
          {sets && !set ? (
            <>
              <Empty>{EMPTY_DESK}</Empty>
              <MainAct label="Bring in a picture" onPress={() => router.push('/references')} />
            </>
          ) : null}
          {wide ? last : null}
        </View>
        <View style={[styles.column, wide && styles.second]}>
          {studies ? <GoOnWith studies={studies} onAbout={about} /> : null}
          <SetTasks />
          <BlankPage />
          {wide ? null : last}
        </View>
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({
  narrow: { gap: 18 },
  wide: { flexDirection: 'row', gap: 30 },
  column: { gap: 18 },
  first: { flex: 2, minWidth: 0 },
  second: { flex: 1, minWidth: 0 },
});
