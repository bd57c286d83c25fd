import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { Pressable, View } from 'react-native';
import { MOST_TAKEN, type BroughtLine, type Offered } from '@deft/contract';
import { api, listOf } from '../data/api';
import { sentenceOf } from '../data/refusals';
import { offeredPreview, takeOffered, useOfferedQuery } from '../data/service-api';
import { useSetsQuery } from '../data/sets-api';
import { setCollecting } from '../data/desk-slice';
import { useDesk, useDeskDispatch } from '../data/store';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Way } from '../ui/way';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { Empty, Screen, Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { countOf, SERVICE_NOTE } from './words';

const BUDGETS: readonly { readonly label: string; readonly minutes: number | null }[] = [
  { label: '5 min', minutes: 5 },
  { label: '15 min', minutes: 15 },
  { label: '30 min', minutes: 30 },
  { label: 'no limit', minutes: null },
];
const REST_MS = 250;

/** Pictures found by words in the picture service; several are taken at once, with author and licence. */
export function ServiceScreen() {
  const wide = useWide();
  const router = useRouter();
  const say = useSay();
  const dispatch = useDeskDispatch();
  const { data: sets } = useSetsQuery();
  const [text, setText] = useState('');
  const [query, setQuery] = useState({ q: '', page: 1 });
  const { data, isError, error, isFetching, refetch } = useOfferedQuery(query);
  const [chosen, setChosen] = useState<ReadonlyMap<string, Offered>>(new Map());
  const [large, setLarge] = useState<Offered | null>(null);
  const [into, setInto] = useState<string | null>(null);
  const [taking, setTaking] = useState<{ done: number; of: number } | null>(null);
  useEffect(() => {
    const timer = setTimeout(
      () => setQuery((old) => (old.q === text.trim() ? old : { q: text.trim(), page: 1 })),
      REST_MS,
    );
    return () => clearTimeout(timer);
  }, [text]);
  const toggle = (offered: Offered): void => {
    const next = new Map(chosen);
    if (!next.delete(offered.key)) next.set(offered.key, offered);
    setChosen(next);
  };
  const take = async (): Promise<void> => {
    const keys = [...chosen.keys()].slice(0, MOST_TAKEN);
    setTaking({ done: 0, of: keys.length });
    let [came, known, done] = [0, 0, 0];
    let refused: string | null = null;
    const hear = (line: BroughtLine): void => {
      if (!('file' in line)) return;
      done += 1;
      if ('refused' in line) refused = line.refused;
      else if (line.known) known += 1;
      else came += 1;
      setTaking({ done, of: keys.length });
    };
    try {
      await takeOffered(keys, into, hear);
      setChosen(new Map());
      say({
        text: [
          came > 0 ? `${countOf(came, 'picture')} taken, with author and licence.` : '',
          known > 0 ? `${countOf(known, 'picture')} here already.` : '',
          refused ?? '',
        ]
          .filter((part) => part !== '')
          .join(' '),
      });
    } catch (error) {
      say({
        text: sentenceOf(error, 'The desk does not answer, so nothing was taken. Try again in a moment.'),
      });
    }
    setTaking(null);
    dispatch(api.util.invalidateTags([listOf('Reference'), listOf('Set'), listOf('Alike')]));
  };
  return (
    <Screen
      title="Picture service"
      aside={<TimeLeft />}
      foot={
        <>
          <MainAct
            label={
              taking
                ? `Taking ${taking.done} of ${taking.of} …`
                : chosen.size > 0
                  ? `Take ${countOf(chosen.size, 'picture')}`
                  : 'Touch what you want'
            }
            disabled={chosen.size === 0 || taking !== null}
            onPress={() => void take()}
            testID="take"
            style={{ flex: wide ? undefined : 1 }}
          />
          <Way label="The wall" onPress={() => router.navigate('/references')} />
        </>
      }
      over={
        large ? (
          <Panel title={large.title} onClose={() => setLarge(null)}>
            <img
              src={offeredPreview(large.key)}
              alt={large.title}
              style={{ width: '100%', maxHeight: 460, objectFit: 'contain' }}
            />
            <Text
              size={13}
              soft
            >{`${large.author}, ${large.year}. ${large.licence}. ${large.width} × ${large.height}.`}</Text>
            <Act
              label={chosen.has(large.key) ? 'Leave it' : 'Take it'}
              onPress={() => {
                toggle(large);
                setLarge(null);
              }}
              style={{ alignSelf: 'flex-start' }}
            />
          </Panel>
        ) : null
      }
    >
      <Text size={13} soft>
        {SERVICE_NOTE}
      </Text>
      <Field
        label="Search by words: goat, portrait, two-point, sitting …"
        value={text}
        onChangeText={setText}
        maxLength={200}
        testID="service-search"
      />
      <Choice label="Take them into" shown>
        <Option small label="the library" on={into === null} onPress={() => setInto(null)} />
        {sets?.map((set) => (
          <Option key={set.id} small label={set.title} on={into === set.id} onPress={() => setInto(set.id)} />
        ))}
      </Choice>
      {isError ? (
        <Waiting failed said={sentenceOf(error)} retry={() => void refetch()} />
      ) : !data || isFetching ? (
        <Waiting failed={false} retry={() => undefined} />
      ) : null}
      {data?.total === 0 && !isFetching ? (
        <Empty>
          {query.q === ''
            ? 'The service has nothing to show just now.'
            : `Nothing is found for “${query.q}”. Try fewer or other words.`}
        </Empty>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        {data?.items.map((offered) => (
          <OfferedCard
            key={offered.key}
            offered={offered}
            width={wide ? 150 : '31%'}
            chosen={chosen.has(offered.key)}
            onPress={() => toggle(offered)}
            onLarge={() => setLarge(offered)}
          />
        ))}
      </View>
      {data && data.pages > 1 ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
          <Act
            label="Earlier ones"
            disabled={query.page <= 1}
            onPress={() => setQuery({ ...query, page: query.page - 1 })}
          />
          <Text size={13} soft>{`${query.page} of ${data.pages}, ${countOf(data.total, 'picture')}`}</Text>
          <Act
            label="More"
            disabled={query.page >= data.pages}
            onPress={() => setQuery({ ...query, page: query.page + 1 })}
          />
        </View>
      ) : null}
    </Screen>
  );
}

function OfferedCard({
  offered,
  width,
  chosen,
  onPress,
  onLarge,
}: {
  readonly offered: Offered;
  readonly width: number | `${number}%`;
  readonly chosen: boolean;
  readonly onPress: () => void;
  readonly onLarge: () => void;
}) {
  const palette = usePalette();
  return (
    <View style={{ width }}>
      <Pressable
        role="checkbox"
        aria-checked={chosen}
        aria-label={`${offered.title}, ${offered.author}, ${offered.licence}`}
        onPress={onPress}
        testID="offered"
      >
        <View
          style={{
            aspectRatio: 4 / 5,
            borderWidth: chosen ? 3 : 1,
            borderColor: chosen ? palette.verdigris : palette.rule,
            backgroundColor: palette.paper,
          }}
        >
          <img
            src={offeredPreview(offered.key)}
            alt=""
            loading="lazy"
            style={{ width: '100%', height: '100%', objectFit: 'cover' }}
          />
        </View>
      </Pressable>
      <Act
        small

        label="Large"
        spoken={`Large: ${offered.title}`}
        onPress={onLarge}
        style={{ minHeight: 34, alignSelf: 'flex-start' }}
      />
    </View>
  );
}

/** The time set aside for collecting, running down while one collects. */
function TimeLeft() {
  const dispatch = useDeskDispatch();
  const minutes = useDesk('collecting').collecting;
  const [began] = useState(() => Date.now());
  const [now, setNow] = useState(began);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  const left = minutes === null ? null : Math.max(0, minutes * 60 - Math.floor((now - began) / 1000));
  const shown =
    left === null
      ? 'no limit'
      : left === 0
        ? 'time to draw'
        : `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')} left`;
  return (
    <View style={{ alignItems: 'flex-end' }}>
      <Act
        small
        label={shown}
        spoken={`Time for collecting: ${shown}. Change it`}
        onPress={() => setOpen(!open)}
        testID="time-left"
      />
      {open ? (
        <Choice label="Time for collecting">
          {BUDGETS.map(({ label, minutes: value }) => (
            <Option
              key={label}
              small
              label={label}
              on={minutes === value}
              onPress={() => {
                dispatch(setCollecting(value));
                setOpen(false);
              }}
            />
          ))}
        </Choice>
      ) : null}
    </View>
  );
}
