import type { MassValue, SheetThing } from '@deft/core/page';
import { setMassWay, takeMass } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { useSay } from '../../ui/notes';
import { closedLine, enclosedBy, filling, massSheet, workedOn } from '../mass-acts';
import { whyNot } from '../place-on';
import { removable, remove } from '../shell/shell-acts';
import { useShell } from '../shell/shell-context';
import type { Shape } from './icons';
import { TrayAct } from './tray-act';

const VALUES: readonly { readonly value: MassValue; readonly shape: Shape }[] = [
  { value: 'light', shape: 'massLight' },
  { value: 'middle', shape: 'massMiddle' },
  { value: 'dark', shape: 'massDark' },
];

/** The values to fill with, cutting out, a light to block in by, and what is done with the mass in hand. */
export function MassRow() {
  const send = useDeskDispatch();
  const { massValue, massWay } = useDesk('massValue', 'massWay');
  const shell = useShell();
  const { keeper, dispatch } = shell;
  const ids = removable(shell, 'Masses');
  const take = (value: MassValue): void => {
    send(takeMass(value));
    // The mass that is taken up gets it too.
    if (!ids) return;
    const sheets = [...ids].flatMap((id) => {
      const thing = keeper.things.get(id);
      return thing?.type === 'mass' ? [thing.sheet] : [];
    });
    void keeper.commit((things) => ({
      set: [...workedOn(things, sheets), ...[...ids].map((id) => ({ id, to: { value } }))],
    }));
  };
  return (
    <>
      {VALUES.map(({ value, shape }) => (
        <TrayAct
          key={value}
          label={value}
          spoken={`${value}: fill what you draw round`}
          shape={shape}
          on={massWay === 'add' && massValue === value}
          onPress={() => take(value)}
        />
      ))}
      <TrayAct
        label="cut"
        spoken="cut: take what you draw round out of what is filled"
        shape="massCut"
        on={massWay === 'cut'}
        onPress={() => send(setMassWay('cut'))}
      />
      <TrayAct
        label="block in"
        spoken="block in: fill the forms as a light falls on them"
        shape="lamp"
        testID="block-in"
        onPress={() => dispatch({ kind: 'upper', upper: 'light' })}
      />
      {ids ? <TrayAct label="remove" shape="remove" onPress={() => remove(shell, ids)} /> : null}
    </>
  );
}

/** Fills what closed lines and forms go round with the value in hand; nothing where none of them closes. */
export function FillAct({ of }: { readonly of: readonly SheetThing[] }) {
  const { massValue } = useDesk('massValue');
  const { keeper, surface, current, dispatch } = useShell();
  const say = useSay();
  if (!surface || !of.some(closedLine)) return null;
  const fill = async (): Promise<void> => {
    const sheet = massSheet(keeper.things, current?.id ?? null);
    const obstacle = sheet ? whyNot(keeper.things, sheet) : null;
    if (obstacle) return dispatch({ kind: 'obstacle', obstacle });
    const area = enclosedBy(of);
    const made = await keeper.commit((things) =>
      filling(things, surface.painter.scene, sheet, area, massValue),
    );
    if (!made) return say({ text: 'The line goes round nothing that could be filled.' });
    return say({ text: `Filled as ${massValue}, on a sheet for tone under what is drawn.` });
  };
  return (
    <TrayAct
      label={`fill ${massValue}`}
      spoken={`fill ${massValue}: what the line goes round`}
      shape="mass"
      testID="fill"
      onPress={() => void fill()}
    />
  );
}
