import { useDesk } from '../../data/store';
import { Act } from '../../ui/acts';
import { Acts, Panel } from '../../ui/panel';
import { Switch } from '../../ui/switch';
import { Way } from '../../ui/way';
import { Text } from '../../ui/text';
import { hidingPart, partHidden, PARTS, type PartName } from '../sheet-acts';
import { useShell } from '../shell/shell-context';
import { LookChoice } from './look-choice';
import type { ShellPanelName } from './panels';

/** Panels of every page, by what they are about. */
const MORE: readonly (readonly [ShellPanelName, string])[] = [
  ['paper', 'Paper'],
  ['versions', 'Versions'],
  ['out', 'Save as a file'],
  ['desk', 'Desk'],
  ['keys', 'Keys'],
];

/** Ways to see the page, and the way to what belongs to the page as a whole. */
export function LooksPanel({ onClose }: { readonly onClose: () => void }) {
  const { keeper, surface, things, state, dispatch, mirrored, pass, onPageOnly } = useShell();
  const { realScale } = useDesk('realScale');
  const { look, overall } = state;
  const open = (panel: string) => (): void => dispatch({ kind: 'panel', panel });
  const then = (act: () => void) => (): void => {
    act();
    onClose();
  };
  const hide = (name: PartName) => {
    const hidden = partHidden(things, name);
    return hidden === null ? null : (
      <Switch
        key={name}
        label={`hide ${name}`}
        on={hidden}
        onPress={() => void keeper.commit(hidingPart(things, name))}
      />
    );
  };
  const realSize = (): void => {
    if (realScale) then(() => surface?.realSize(realScale))();
    else open('desk')();
  };
  return (
    <Panel title="Looks" onClose={onClose}>
      <LookChoice look={look} onLook={(to) => dispatch({ kind: 'look', look: to })} />
      {look.name === 'silhouette' || look.name === 'gaps' ? (
        <Text size={13} soft>
          On the reference this is a guess, by what differs from its background.
        </Text>
      ) : null}
      <Switch label="mirrored" on={mirrored} onPress={() => surface?.mirror()} />
      {pass.Seeing ? <pass.Seeing /> : null}
      <Acts about="Hide in one touch">{(Object.keys(PARTS) as PartName[]).map(hide)}</Acts>
      <Acts about="The view">
        <Act label="Fit the page" onPress={then(() => surface?.painter.fit())} />
        <Act label="Real size" onPress={realSize} />
        <Act label="Page only" onPress={then(() => onPageOnly(true))} />
        <Act label="Set upright" onPress={then(() => surface?.setUpright())} />
        <Switch label="overall view" on={overall} onPress={() => dispatch({ kind: 'overall' })} />
      </Acts>
      <Acts about="More">
        {pass.panels.map(({ name, label }) =>
          label ? <Way key={name} label={label} onPress={open(name)} /> : null,
        )}
        {MORE.map(([name, label]) => (
          <Way key={name} label={label} onPress={open(name)} />
        ))}
      </Acts>
    </Panel>
  );
}
