import type { ComponentProps } from 'react';
import { TextInput } from 'react-native-paper';

type FieldProps = Omit<ComponentProps<typeof TextInput>, 'mode' | 'dense' | 'label'> & {
  readonly label: string;
};

/** A line to type in, with its name above it and for those who listen. */
export const Field = ({ label, ...rest }: FieldProps) => (
  <TextInput aria-label={label} {...rest} mode="outlined" dense label={label} />
);
