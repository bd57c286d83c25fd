import { momentWords } from '../data/date-words';
import { View } from 'react-native';
import { sentenceOf } from '../data/refusals';
import { useDoorQuery, useRemoveGuestMutation, useSetDoorMutation } from './api';
import { Act, MainAct } from '../ui/acts';
import { useSay } from '../ui/notes';
import { PaperCard } from '../ui/paper-card';
import { Screen, Waiting } from '../ui/screen';
import { ON_PAGE } from '../ui/theme';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';

/** How often it is asked who has come, milliseconds. */
const ASKED_EVERY = 3000;

/** Figures in fours, as they are read out. */
const inFours = (code: string): string => code.replace(/(\d{4})(?=\d)/g, '$1 ');

/** A phone joins the desk: the door to the local network, its code, and who has come in. */
export function DoorScreen() {
  const palette = usePalette();
  const wide = useWide();
  const say = useSay();
  const { data: door, error, isError, refetch } = useDoorQuery(undefined, { pollingInterval: ASKED_EVERY });
  const [setDoor, setting] = useSetDoorMutation();
  const [sendAway] = useRemoveGuestMutation();
  const turn = (open: boolean): void =>
    void setDoor({ open })
      .unwrap()
      .catch((failed: unknown) => say({ text: sentenceOf(failed) }));
  return (
    <Screen title="A phone at the desk">
      {!door ? <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /> : null}
      {door && !door.open ? (
        <View style={{ gap: 12, maxWidth: 620, alignItems: 'flex-start' }}>
          <Text>
            A phone on the same network can show the poses on its stand and photograph your page, while the
            large screen shows what came of it.
          </Text>
          <Text soft>
            The desk listens on the network only while this is on, and lets in nobody without its code.
          </Text>
          <MainAct
            label="Let a phone join"
            disabled={setting.isLoading}
            onPress={() => turn(true)}
            testID="open-door"
          />
        </View>
      ) : null}
      {door?.open ? (
        <PaperCard
          style={{
            padding: 18,
            gap: 14,
            flexDirection: wide ? 'row' : 'column',
            alignItems: 'center',
            maxWidth: 720,
          }}
        >
          {door.qr ? (
            <img
              src={`data:image/svg+xml;utf8,${encodeURIComponent(door.qr)}`}
              alt={`A code to scan that leads to ${door.address ?? ''}`}
              style={{ width: 210, height: 210, background: ON_PAGE.paper }}
            />
          ) : null}
          <View style={{ gap: 6, flex: wide ? 1 : undefined, alignItems: wide ? 'flex-start' : 'center' }}>
            <Text soft>Scan this with the phone, or open there</Text>
            <Text kind="strong">{door.address ?? ''}</Text>
            <Text soft>and type</Text>
            <Text size={26} kind="figures" testID="door-code">
              {door.code ? inFours(door.code) : ''}
            </Text>
            <Text size={13} soft>
              It lets one device in, then another takes its place.
            </Text>
            <Text size={13} soft>
              A phone here has no secure line to the desk: its screen may go dark on its own, so keep it awake
              in the phone’s own settings.
            </Text>
            <Act
              label="Shut the door"
              disabled={setting.isLoading}
              onPress={() => turn(false)}
              testID="shut-door"
            />
          </View>
        </PaperCard>
      ) : null}
      {door && door.guests.length > 0 ? (
        <View style={{ gap: 4, maxWidth: 620 }}>
          <Text size={17} kind="heading" level={2}>
            Known devices
          </Text>
          {door.guests.map((guest) => (
            <View
              key={guest.id}
              style={{
                flexDirection: 'row',
                justifyContent: 'space-between',
                alignItems: 'center',
                borderBottomWidth: 1,
                borderColor: palette.rule,
              }}
            >
              <Text style={{ flexShrink: 1 }}>{`${guest.name}, since ${momentWords(guest.createdAt)}`}</Text>
              <Act
                small
                label="Send away"
                spoken={`Send ${guest.name} away`}
                onPress={() => void sendAway(guest.id)}
              />
            </View>
          ))}
        </View>
      ) : null}
    </Screen>
  );
}
