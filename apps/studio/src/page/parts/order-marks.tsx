import { orderMarks, type OrderOfWork } from '@deft/core/strokes';
import { Act } from '../../ui/acts';
import { Acts } from '../../ui/panel';

/**
 * The moments of a drawing at which its parts had their first lines, and at which the whole stood; each leads
 * there.
 * @param onStrokes told how many strokes were drawn at the moment that was chosen
 */
export function OrderMarks({
  order,
  onStrokes,
}: {
  readonly order: OrderOfWork;
  readonly onStrokes: (strokes: number) => void;
}) {
  return (
    <Acts about="First lines, in their order">
      {orderMarks(order).map(({ strokes, label }) => (
        <Act
          key={label}
          small
          label={label}
          spoken={`${label}, after ${strokes} strokes`}
          onPress={() => onStrokes(strokes)}
          testID="order-mark"
        />
      ))}
    </Acts>
  );
}
