import type { PageKeeper } from '../../data/page-keeper';
import { useThings } from '../../data/use-page';
import { useDesk } from '../../data/store';
import { WordAct } from '../../ui/acts';
import { Words } from '../../ui/words';
import { hidingPart, partHidden, PARTS, type PartName } from '../sheet-acts';
import { SECOND_LOOKS, type Look } from '../second-look';
import type { Surface } from '../surface';
import { Acts, Panel } from '../../ui/panel';
import type { PanelName } from './panels';

interface LooksProps {
  readonly keeper: PageKeeper;
  readonly surface: Surface | null;
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  readonly mirrored: boolean;
  readonly onPageOnly: () => void;
  readonly overall: boolean;
  readonly onOverall: (shown: boolean) => void;
  readonly onPanel: (name: PanelName) => void;
  readonly onClose: () => void;
  readonly leftHanded: boolean;
}

/** Ways to see the page, and the way to what belongs to the page as a whole. */
export function LooksPanel({
  keeper,
  surface,
  look,
  onLook,
  mirrored,
  onPageOnly,
  overall,
  onOverall,
  onPanel,
  onClose,
  leftHanded,
}: LooksProps) {
  const things = useThings(keeper, ['sheet']);
  const realScale = useDesk((state) => state.desk.realScale);
  const then = (act: () => void) => () => {
    act();
    onClose();
  };
  const part = (name: PartName) => {
    const hidden = partHidden(things, name);
    return hidden === null ? null : (
      <WordAct
        key={name}
        label={`${hidden ? 'Show' : 'Hide'} ${name}`}
        on={hidden}
        onPress={() => void keeper.commit(hidingPart(things, name))}
      />
    );
  };
  return (
    <Panel title="Looks" onClose={onClose} leftHanded={leftHanded}>
      <Acts about="See it afresh">
        <WordAct label="mirrored" on={mirrored} onPress={() => surface?.mirror()} />
        {SECOND_LOOKS.map((name) => (
          <WordAct
            key={name}
            label={name}
            on={look.name === name}
            onPress={() => onLook({ ...look, name: look.name === name ? null : name })}
          />
        ))}
        {look.name === 'squint'
          ? [2, 3, 4, 5].map((values) => (
              <WordAct
                key={values}
                small
                label={`${values} values`}
                on={look.values === values}
                onPress={() => onLook({ ...look, values })}
              />
            ))
          : null}
      </Acts>
      {look.name === 'silhouette' || look.name === 'gaps' ? (
        <Words size={13} soft>
          On the reference this is a guess, by what differs from its background.
        </Words>
      ) : null}
      <Acts about="Hide in one touch">{(Object.keys(PARTS) as PartName[]).map(part)}</Acts>
      <Acts about="The view">
        <WordAct label="Fit the page" onPress={then(() => surface?.painter.fit())} />
        <WordAct
          label="Real size"
          onPress={then(() => (realScale ? surface?.realSize(realScale) : onPanel('desk')))}
        />
        <WordAct label="Page only" onPress={then(onPageOnly)} />
        <WordAct label="Overall view" on={overall} onPress={then(() => onOverall(!overall))} />
        <WordAct label="Set upright" onPress={then(() => surface?.setUpright())} />
      </Acts>
      <Acts about="More">
        <WordAct label="What to look for ›" onPress={() => onPanel('traits')} />
        <WordAct label="Boards ›" onPress={() => onPanel('boards')} />
        <WordAct label="Paper ›" onPress={() => onPanel('paper')} />
        <WordAct label="Versions ›" onPress={() => onPanel('versions')} />
        <WordAct label="Take it out ›" onPress={() => onPanel('out')} />
        <WordAct label="Desk ›" onPress={() => onPanel('desk')} />
        <WordAct label="Keys ›" onPress={() => onPanel('keys')} />
      </Acts>
    </Panel>
  );
}
