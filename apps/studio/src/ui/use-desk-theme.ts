import { useWindowDimensions } from 'react-native';
import { useTheme } from 'react-native-paper';
import { WIDE, type DeskTheme, type Palette } from './theme';

export const usePalette = (): Palette => useTheme<DeskTheme>().palette;

/** Whether there is room to lay parts side by side. */
export const useWide = (): boolean => useWindowDimensions().width >= WIDE;
