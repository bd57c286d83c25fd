import type { LaidPlace } from '../laid-over';
import type { Answer } from '../use-checked';
import { ActionLines } from './action-lines';
import { DepthMarks } from './depth-marks';
import type { Kind } from './kind';
import { MarkedLines } from './marked-lines';
import { PlumbLines } from './plumb-lines';
import { RelationMarks } from './relation-marks';
import { RuleMarks } from './rule-marks';
import { GapMarks, OutlineMarks } from './shape-marks';
import { ValueMarks } from './value-marks';

/** Which of the places that a kind names is chosen. */
export interface ChosenPlace {
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}

/** What a kind shows over the drawing, in the pins' stead. */
export function shownOver(
  kind: Kind,
  { hand, weight, action, shape, relations, depth, values, rules, height }: Answer,
  place: LaidPlace,
  which: ChosenPlace,
) {
  const { toReference, unit } = place;
  switch (kind) {
    case 'off':
    case 'order':
      return null;
    case 'noticed':
      return (
        <RuleMarks
          rules={rules.filter(({ sure }) => sure !== null)}
          figureHeight={height}
          place={place}
          {...which}
        />
      );
    case 'movement':
      return action && <ActionLines action={action} unit={unit} />;
    case 'relations':
      return relations && <RelationMarks relations={relations} place={place} {...which} />;
    case 'depth':
      return depth && <DepthMarks depth={depth} place={place} {...which} />;
    case 'outline':
      return shape?.told ? <OutlineMarks shape={shape.told} place={place} {...which} /> : null;
    case 'gaps':
      return shape?.told ? <GapMarks shape={shape.told} place={place} {...which} /> : null;
    case 'weight':
      return weight && <PlumbLines weight={weight} unit={unit} />;
    case 'values':
      return values && <ValueMarks values={values} unit={unit} />;
    case 'line':
      return <MarkedLines lines={hand.again} {...{ toReference, unit }} />;
  }
}
