import { momentWords } from '../../data/date-words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { pageSvg, thingsOfType, type Id } from '@deft/core/page';
import { newId } from '../../data/new-id';
import type { PageKeeper } from '../../data/page-keeper';
import { useThings } from '../../data/use-page';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { Field } from '../../ui/field';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import type { PassPanelProps } from '../shell/pass';
import { useShell } from '../shell/shell-context';
import { Acts, Panel } from '../../ui/panel';

/** Names for the page as it stands, and the way to see two of them side by side. */
export function VersionsPanel({ onBack, onClose }: PassPanelProps) {
  const { keeper, dispatch } = useShell();
  const things = useThings(keeper, ['version']);
  const versions = thingsOfType(things, 'version');
  const [name, setName] = useState('');
  const keep = (): void => {
    void keeper.commit({
      add: [
        {
          type: 'version',
          id: newId(),
          name: name.trim() || `Version ${versions.length + 1}`,
          at: Date.now(),
        },
      ],
    });
    setName('');
  };
  return (
    <Panel title="Versions" onBack={onBack} onClose={onClose}>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
        <Field
          label={`Version ${versions.length + 1}`}
          value={name}
          maxLength={60}
          onChangeText={setName}
          onSubmitEditing={keep}
          style={{ flex: 1 }}
        />
        <Act label="Keep" spoken="Keep this version" onPress={keep} />
      </View>
      {versions.length === 0 ? (
        <Text size={13} soft>
          Keep a version before you change much; nothing drawn is ever lost, but a name helps to find it.
        </Text>
      ) : null}
      {versions.map((version) => (
        <View
          key={version.id}
          style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' }}
        >
          <Text>{version.name}</Text>
          <View style={{ flexDirection: 'row', alignItems: 'center' }}>
            <Text size={13} soft>
              {momentWords(version.at)}
            </Text>
            <Act
              small
              label="Forget"
              spoken={`Forget the name ${version.name}`}
              onPress={() => void keeper.commit({ remove: [version.id] })}
            />
          </View>
        </View>
      ))}
      {versions.length > 0 ? (
        <Acts about="Before and after">
          <Act label="Side by side" onPress={() => dispatch({ kind: 'compare', comparing: true })} />
        </Acts>
      ) : null}
    </Panel>
  );
}

/** Two versions of a page side by side; each can be any of them, or the page as it is now. */
export function VersionsCompared() {
  const { keeper, dispatch } = useShell();
  const onClose = (): void => dispatch({ kind: 'compare', comparing: false });
  const palette = usePalette();
  const things = useThings(keeper, ['version']);
  const versions = thingsOfType(things, 'version');
  const [chosen, setChosen] = useState<[Id | null, Id | null]>([versions.at(-1)?.id ?? null, null]);
  const choose = (side: 0 | 1, id: Id | null): void =>
    setChosen(side === 0 ? [id, chosen[1]] : [chosen[0], id]);
  return (
    <View
      testID="compared"
      style={{ position: 'absolute', inset: 0, zIndex: 6, backgroundColor: palette.desk }}
    >
      <View
        style={{
          flexDirection: 'row',
          justifyContent: 'space-between',
          alignItems: 'center',
          paddingHorizontal: 12,
          borderBottomWidth: 1,
          borderColor: palette.rule,
        }}
      >
        <Text size={17} kind="heading" level={2}>
          Side by side
        </Text>
        <Act label="Close" onPress={onClose} />
      </View>
      <View style={{ flex: 1, flexDirection: 'row', padding: 8, gap: 8 }}>
        {([0, 1] as const).map((side) => (
          <View key={side} style={{ flex: 1, minWidth: 0 }}>
            <VersionPicture keeper={keeper} version={chosen[side]} />
            <Choice label={side === 0 ? 'Left' : 'Right'}>
              {[...versions, null].map((version) => (
                <Option
                  key={version?.id ?? 'now'}
                  small
                  label={version?.name ?? 'now'}
                  on={chosen[side] === (version?.id ?? null)}
                  onPress={() => choose(side, version?.id ?? null)}
                />
              ))}
            </Choice>
          </View>
        ))}
      </View>
    </View>
  );
}

function VersionPicture({ keeper, version }: { readonly keeper: PageKeeper; readonly version: Id | null }) {
  const source = useMemo(() => {
    const { log } = keeper.replica;
    return `data:image/svg+xml;utf8,${encodeURIComponent(pageSvg(version ? log.before(version) : log.things))}`;
  }, [keeper, version]);
  return (
    <View style={{ flex: 1, minHeight: 0 }}>
      <img
        src={source}
        alt={version ? 'The page as it was' : 'The page as it is'}
        style={{ width: '100%', height: '100%', objectFit: 'contain' }}
      />
    </View>
  );
}
