import { Choice, Option } from '../../ui/choice';
import { SECOND_LOOKS, type Look } from '../second-look';

/** Numbers of values that a squint may leave. */
const VALUES = [2, 3, 4, 5] as const;

interface LookChoiceProps {
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  /** Only these of the looks. */
  readonly only?: readonly (typeof SECOND_LOOKS)[number][];
}

/** Through which second look one sees, if any, and how many values a squint leaves. */
export function LookChoice({ look, onLook, only = SECOND_LOOKS }: LookChoiceProps) {
  return (
    <>
      <Choice label="See it afresh" shown>
        <Option label="as it is" on={look.name === null} onPress={() => onLook({ ...look, name: null })} />
        {only.map((name) => (
          <Option key={name} label={name} on={look.name === name} onPress={() => onLook({ ...look, name })} />
        ))}
      </Choice>
      {look.name === 'squint' ? (
        <Choice label="Values">
          {VALUES.map((values) => (
            <Option
              key={values}
              small
              label={`${values} values`}
              on={look.values === values}
              onPress={() => onLook({ ...look, values })}
            />
          ))}
        </Choice>
      ) : null}
    </>
  );
}
