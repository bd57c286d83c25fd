import { namedThings } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import type { Attempt, Study } from '@deft/contract';
import type { Answer } from '../use-checked';
import { DepthKind } from './depth-kind';
import type { Kind } from './kind';
import { LineKind } from './line-kind';
import { MovementKind } from './movement-kind';
import { NoticedKind } from './noticed-kind';
import { OrderKind } from './order-kind';
import { RelationsKind } from './relations-kind';
import { GapsKind, OutlineKind } from './shape-kinds';
import type { ChosenPlace } from './shown-over';
import { ValuesKind } from './values-kind';
import { WeightKind } from './weight-kind';

interface KindSaysProps {
  readonly kind: Exclude<Kind, 'off'>;
  readonly study: Study;
  readonly attempt: Attempt;
  readonly result: Answer;
  readonly which: ChosenPlace;
  /** How many of the drawing's strokes are shown, and how many there are. */
  readonly until: number;
  readonly count: number;
  readonly onUntil: (until: number) => void;
  /** The name of the landmark that a place of the picture lies by; null far from all. */
  readonly nearest: (at: Point) => string | null;
  /** Keeps what the kind shows as a picture. */
  readonly onSave: () => void;
}

/** What a kind says of the drawing. */
export function KindSays(props: KindSaysProps) {
  const { kind, study, attempt, result, which, until, count, onUntil, nearest, onSave } = props;
  const { hand, weight, action, shape, relations, depth, values, report } = result;
  const places = namedThings(result, values).filter((one) => one.kind === kind);
  switch (kind) {
    case 'movement':
      return action && <MovementKind action={action} />;
    case 'relations':
      return (
        relations && (
          <RelationsKind {...{ study, attempt, relations, places }} sides={report.sides} {...which} />
        )
      );
    case 'depth':
      return depth && <DepthKind {...{ depth, places }} {...which} />;
    case 'outline':
      return shape && <OutlineKind {...{ shape, places }} {...which} onSave={onSave} />;
    case 'gaps':
      return shape && <GapsKind {...{ shape, places }} {...which} onSave={onSave} />;
    case 'weight':
      return weight && <WeightKind reference={study.reference} weight={weight} sides={report.sides} />;
    case 'values':
      return values && <ValuesKind values={values} nearest={nearest} />;
    case 'noticed':
      return <NoticedKind {...{ study, result, places }} {...which} />;
    case 'line':
      return hand.line && <LineKind attempt={attempt} line={hand.line} />;
    case 'order':
      return hand.order && <OrderKind order={hand.order} {...{ until, count, onUntil }} />;
  }
}
