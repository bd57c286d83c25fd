import { useEffect, useState } from 'react';
import type { TypeSize } from '../ui/theme';
import { useLatest } from '../ui/use-latest';
import { Text } from '../ui/text';

/** A figure that changes by itself, without React rendering anything else. */
export function Ticking({
  read,
  label,
  size = 21,
}: {
  readonly read: () => string;
  readonly label: string;
  readonly size?: TypeSize;
}) {
  const [text, setText] = useState(read);
  const asked = useLatest(read);
  useEffect(() => {
    const timer = setInterval(() => setText(asked.current()), 200);
    return () => clearInterval(timer);
  }, [asked]);
  return (
    <span role="timer" aria-label={label}>
      <Text size={size} kind="figures">
        {text}
      </Text>
    </span>
  );
}
