import type { PropsWithChildren } from 'react';
import { Text as NativeText, type StyleProp, type TextStyle } from 'react-native';
import { BODY, FIGURES, HEADING, STRONG, TYPE, type TypeSize } from './theme';
import { usePalette } from './use-desk-theme';

interface TextProps {
  readonly size?: TypeSize;
  readonly kind?: 'body' | 'strong' | 'heading' | 'figures';
  readonly soft?: boolean;
  readonly colour?: string;
  readonly level?: 1 | 2;
  readonly style?: StyleProp<TextStyle>;
  readonly lines?: number;
  readonly testID?: string;
  readonly live?: boolean;
}

const FACES = { body: BODY, strong: STRONG, heading: HEADING, figures: FIGURES } as const;

/** All text of the desk. `level` makes it a heading for those who listen. */
export function Text({
  size = 15,
  kind = 'body',
  soft = false,
  colour,
  level,
  style,
  lines,
  live,
  children,
  testID,
}: PropsWithChildren<TextProps>) {
  const palette = usePalette();
  return (
    <NativeText
      testID={testID}
      numberOfLines={lines}
      {...(level ? { role: 'heading' as const, 'aria-level': level } : {})}
      {...(live ? { 'aria-live': 'polite' as const } : {})}
      style={[
        {
          fontFamily: FACES[kind],
          fontSize: size,
          lineHeight: TYPE[size],
          color: colour ?? (soft ? palette.softInk : palette.ink),
          fontVariant: ['tabular-nums'],
        },
        style,
      ]}
    >
      {children}
    </NativeText>
  );
}
