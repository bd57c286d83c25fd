import Svg, { Circle, Ellipse, Line, Path } from 'react-native-svg';
import { usePalette } from '../../ui/use-desk-theme';

const SHAPES = {
  pencil: (c: string) => (
    <Path d="M3 13C9 5 14 16 23 6" stroke={c} strokeWidth={1.5} fill="none" strokeLinecap="round" />
  ),
  pen: (c: string) => (
    <Path d="M3 13C9 5 14 16 23 6" stroke={c} strokeWidth={3.2} fill="none" strokeLinecap="round" />
  ),
  shade: (c: string) => (
    <Path
      d="M3 13C9 5 14 16 23 6"
      stroke={c}
      strokeWidth={8}
      strokeOpacity={0.45}
      fill="none"
      strokeLinecap="round"
    />
  ),
  rubber: (c: string) => (
    <Path
      d="M3 13C9 5 14 16 23 6"
      stroke={c}
      strokeWidth={2}
      fill="none"
      strokeLinecap="round"
      strokeDasharray="1.5 4"
    />
  ),
  ellipse: (c: string) => <Ellipse cx={13} cy={10} rx={10} ry={7} stroke={c} strokeWidth={1.8} fill="none" />,
  trapezoid: (c: string) => (
    <Path d="M7 3H19L23 17H3Z" stroke={c} strokeWidth={1.8} fill="none" strokeLinejoin="round" />
  ),
  landmark: (c: string) => <Path d="M13 2V18M5 10H21" stroke={c} strokeWidth={1.8} />,
  ground: (c: string) => <Line x1={2} y1={15} x2={24} y2={15} stroke={c} strokeWidth={2.2} />,
  level: (c: string) => (
    <Line x1={2} y1={10} x2={24} y2={10} stroke={c} strokeWidth={1.8} strokeDasharray="4 3" />
  ),
  plumb: (c: string) => (
    <Line x1={13} y1={1} x2={13} y2={19} stroke={c} strokeWidth={1.8} strokeDasharray="4 3" />
  ),
  axis: (c: string) => (
    <Path d="M18 1L8 19" stroke={c} strokeWidth={1.8} strokeDasharray="6 2 1 2" fill="none" />
  ),
  symmetry: (c: string) => (
    <Path d="M13 1V19M10 4C3 7 3 13 10 16M16 4C23 7 23 13 16 16" stroke={c} strokeWidth={1.6} fill="none" />
  ),
  text: (c: string) => <Path d="M4 5H22M4 10H18M4 15H12" stroke={c} strokeWidth={1.8} fill="none" />,
  arrow: (c: string) => <Path d="M4 16L21 5M13 4.5L21 5L18 12.5" stroke={c} strokeWidth={1.8} fill="none" />,
  count: (c: string) => (
    <Path d="M6 4V16M10.5 4V16M15 4V16M19.5 4V16M3 14L23 6" stroke={c} strokeWidth={1.6} fill="none" />
  ),
  sheets: (c: string) => (
    <Path d="M9 3H22V15M5.5 5.5H18.5V17.5M2 8H15V20H2Z" stroke={c} strokeWidth={1.4} fill="none" />
  ),
  dot: (c: string) => <Circle cx={13} cy={10} r={4} fill={c} />,
} as const;

export type Shape = keyof typeof SHAPES;

/** A small drawing above a word; never alone. */
export function Icon({ shape, on = false }: { readonly shape: Shape; readonly on?: boolean }) {
  const palette = usePalette();
  return (
    <Svg width={26} height={21} aria-hidden>
      {SHAPES[shape](on ? palette.verdigris : palette.softInk)}
    </Svg>
  );
}
