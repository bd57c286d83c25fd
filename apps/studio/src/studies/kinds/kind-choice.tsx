import { Choice, Option } from '../../ui/choice';
import { useWide } from '../../ui/use-desk-theme';
import type { Answer } from '../use-checked';
import { countIn, kindsOf, type Kind } from './kind';

/** Which kind of thing a check is read for; nothing where there is but one. */
export function KindChoice({
  result,
  kind,
  onKind,
}: {
  readonly result: Answer;
  readonly kind: Kind;
  readonly onKind: (kind: Kind) => void;
}) {
  const wide = useWide();
  const kinds = kindsOf(result);
  if (kinds.length < 2) return null;
  return (
    <Choice label="What to see" inOneRow={!wide}>
      {kinds.map(({ kind: one, label, spoken = label }) => {
        const count = countIn(one, result);
        return (
          <Option
            key={one}
            small
            label={label}
            note={count > 0 ? String(count) : undefined}
            spoken={count > 0 ? `${spoken}, ${count} to look at` : spoken}
            on={one === kind}
            onPress={() => onKind(one)}
          />
        );
      })}
    </Choice>
  );
}
