import { useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { pageSvg, sheetsOf, type Id, type Sheet, type Thing } from '@deft/core/page';
import { useShell } from '../shell/shell-context';
import type { PageKeeper } from '../../data/page-keeper';
import { useThings } from '../../data/use-page';
import { Act } from '../../ui/acts';
import { Switch } from '../../ui/switch';
import { Field } from '../../ui/field';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { addingSheet, refiningOver, removingSheet, reordering, settingGroup } from '../sheet-acts';
import { Slider } from '../../ui/slider';
import { ON_PAGE } from '../../ui/theme';

/** A sheet alone, as a small picture. */
function smallPicture(things: ReadonlyMap<Id, Thing>, sheet: Sheet): string {
  // What lies on the others stays known: guides may hang on it.
  const alone = new Map(
    [...things.values()]
      .filter((t) => t.type !== 'sheet' || t.id === sheet.id)
      .map((t) => [t.id, t.type === 'sheet' ? { ...t, hidden: false, opacity: 1, multiply: false } : t]),
  );
  return `data:image/svg+xml;utf8,${encodeURIComponent(pageSvg(alone, { guides: true }))}`;
}

const captionOf = ({ name, locked }: Sheet): string => (locked ? `${name}, locked` : name);

/**
 * The page's sheets laid out side by side, the lowest at the left, with what can be done to the current one.
 */
export function SheetsSpread() {
  const { keeper, current, dispatch } = useShell();
  const onChoose = (sheet: Id | null): void => dispatch({ kind: 'sheet', sheet });
  const palette = usePalette();
  const things = useThings(keeper, [
    'sheet',
    'page',
    'form',
    'guide',
    'axis',
    'note',
    'landmark',
    'stroke',
    'mass',
  ]);
  const [typing, setTyping] = useState<'name' | 'group' | null>(null);
  const sheets = sheetsOf(things);
  const pictures = useMemo(
    () => new Map(sheets.map((sheet) => [sheet.id, smallPicture(things, sheet)])),
    [things, sheets],
  );
  const chosen = sheets.find(({ id }) => id === current?.id) ?? sheets.at(-1);
  const [fade, setFade] = useState<number | null>(null);
  if (!chosen) return null;
  const group = (to: Parameters<typeof settingGroup>[2]): void =>
    void keeper.commit(settingGroup(things, chosen, to));
  const own = (to: Partial<Sheet>): void => void keeper.commit({ set: [{ id: chosen.id, to }] });
  const adding = ({ change, sheet }: { change: Parameters<PageKeeper['commit']>[0]; sheet: Id }): void =>
    void keeper.commit(change).then(() => onChoose(sheet));
  const order = (label: string, spoken: string, by: 1 | -1) => {
    return (
      <Act
        small
        label={label}
        spoken={spoken}
        disabled={!reordering(things, chosen.id, by)}
        onPress={() => void keeper.commit((now) => reordering(now, chosen.id, by))}
      />
    );
  };
  const groups = [
    ...new Set(sheets.map((sheet) => sheet.group).filter((name): name is string => Boolean(name))),
  ];
  return (
    <View style={{ paddingHorizontal: 12, paddingTop: 8 }}>
      <ScrollView horizontal contentContainerStyle={{ gap: 10 }}>
        {sheets.map((sheet) => {
          const on = sheet.id === chosen.id;
          return (
            <Pressable
              key={sheet.id}
              role="button"
              aria-pressed={on}
              aria-label={`Sheet ${captionOf(sheet)}${sheet.hidden ? ', hidden' : ''}`}
              onPress={() => onChoose(sheet.id)}
              style={{ alignItems: 'center', width: 62 }}
            >
              <View
                style={{
                  width: 56,
                  height: 78,
                  borderWidth: on ? 2 : 1,
                  borderColor: on ? palette.verdigris : palette.rule,
                  backgroundColor: ON_PAGE.paper,
                  opacity: sheet.hidden ? 0.4 : 1,
                }}
              >
                {sheet.kind === 'picture' ? null : (
                  <img alt="" src={pictures.get(sheet.id)} style={{ width: '100%', height: '100%' }} />
                )}
              </View>
              <Text
                size={12}
                kind={on ? 'strong' : 'body'}
                colour={on ? palette.verdigris : palette.softInk}
                lines={2}
                style={{ textAlign: 'center' }}
              >
                {captionOf(sheet)}
              </Text>
              {sheet.group ? (
                <View style={{ width: 62, borderTopWidth: 2, borderColor: palette.softInk }}>
                  <Text size={12} soft lines={1} style={{ textAlign: 'center' }}>
                    {sheet.group}
                  </Text>
                </View>
              ) : null}
            </Pressable>
          );
        })}
      </ScrollView>
      {typing ? (
        <Naming
          key={`${typing} ${chosen.id}`}
          label={typing === 'name' ? 'Name of the sheet' : 'Group, or nothing'}
          value={(typing === 'name' ? chosen.name : chosen.group) ?? ''}
          offers={typing === 'group' ? groups : []}
          onKeep={(text) => {
            if (typing === 'group') own({ group: text || null });
            else if (text) own({ name: text });
            setTyping(null);
          }}
        />
      ) : (
        <>
          <View style={styles.acts}>
            <Act small label="Refine over" onPress={() => adding(refiningOver(things))} />
            <Act
              small
              label={chosen.hidden ? 'Show' : 'Hide'}
              onPress={() => group({ hidden: !chosen.hidden })}
            />
            <Act
              small
              label={chosen.locked ? 'Unlock' : 'Lock'}
              onPress={() => group({ locked: !chosen.locked })}
            />
            <Switch
              small
              label="Multiply"
              on={chosen.multiply ?? false}
              onPress={() => own({ multiply: !chosen.multiply })}
            />
            <View style={styles.pair}>
              {order('lower', 'Move the sheet lower', -1)}
              {order('higher', 'Move the sheet higher', 1)}
            </View>
          </View>
          <View style={styles.acts}>
            <Act small label="Name" onPress={() => setTyping('name')} />
            <Act small label="Group" onPress={() => setTyping('group')} />
            <Act
              small
              label="+ ink"
              spoken="New ink sheet"
              onPress={() => adding(addingSheet(things, 'ink', chosen.id))}
            />
            <Act
              small
              label="+ tone"
              spoken="New sheet for tone"
              onPress={() => adding(addingSheet(things, 'tone', chosen.id))}
            />
            <Act
              small
              label="Remove"
              spoken="Remove the sheet"
              disabled={sheets.length < 2}
              onPress={() => void keeper.commit(removingSheet(things, chosen.id)).then(() => onChoose(null))}
            />
            <View style={{ flexGrow: 1, flexBasis: 130 }}>
              <Slider
                label="Opacity"
                value={fade ?? chosen.opacity}
                least={0.05}
                most={1}
                step={0.05}
                shown={`${Math.round((fade ?? chosen.opacity) * 100)} %`}
                onChange={setFade}
                onSettle={(opacity) => {
                  group({ opacity });
                  setFade(null);
                }}
              />
            </View>
          </View>
        </>
      )}
    </View>
  );
}

/** A word to be typed, with those offered that are there already. */
function Naming({
  label,
  value,
  offers,
  onKeep,
}: {
  readonly label: string;
  readonly value: string;
  readonly offers: readonly string[];
  readonly onKeep: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  return (
    <View
      style={{ flexDirection: 'row', alignItems: 'center', gap: 8, paddingVertical: 8, flexWrap: 'wrap' }}
    >
      <Field
        autoFocus
        label={label}
        value={text}
        maxLength={60}
        onChangeText={setText}
        onSubmitEditing={() => onKeep(text.trim())}
        style={{ width: 190 }}
      />
      {offers.map((offer) => (
        <Act key={offer} small label={offer} onPress={() => onKeep(offer)} />
      ))}
      <Act label="Keep" onPress={() => onKeep(text.trim())} />
    </View>
  );
}

const styles = StyleSheet.create({
  acts: { flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', gap: 6, marginBottom: 6 },
  pair: { flexDirection: 'row', gap: 6 },
});
