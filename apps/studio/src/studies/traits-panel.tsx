import type { PassPanelProps } from '../page/shell/pass';
import { Panel } from '../ui/panel';
import { Switch } from '../ui/switch';
import { Text } from '../ui/text';
import { useStudy } from './study-context';
import { useTick } from './use-tick';
import { NO_TRAITS } from './words';

/** What defines the subject, to be ticked where it was found; and what was noticed about this picture. */
export function Traits() {
  const { study } = useStudy();
  const { traits, reference } = study;
  const { ticked, tick } = useTick(study);
  const noticed = reference.marks.filter((m) => m.kind === 'trait');
  return (
    <>
      {traits.length === 0 && noticed.length === 0 ? <Text soft>{NO_TRAITS}</Text> : null}
      {traits.map(({ id, text }) => (
        <Switch key={id} label={text} on={ticked.includes(id)} onPress={() => tick(id)} />
      ))}
      {noticed.length > 0 ? (
        <Text size={13} kind="strong" soft style={{ marginTop: 8 }}>
          Noticed about this picture
        </Text>
      ) : null}
      {noticed.map((trait, i) => (
        <Text key={trait.id}>{`${i + 1}. ${trait.text}`}</Text>
      ))}
    </>
  );
}

/** The same, over a page. */
export function TraitsPanel({ onBack, onClose }: PassPanelProps) {
  return (
    <Panel title="What to look for" onBack={onBack} onClose={onClose}>
      <Traits />
    </Panel>
  );
}
