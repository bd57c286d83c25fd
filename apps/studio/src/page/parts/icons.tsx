import Svg, { Circle, Line, Path } from 'react-native-svg';
import type { GuidesTool, HandName, PlaceName } from '../../data/desk-slice';
import { usePalette } from '../../ui/use-desk-theme';
import { FORM_DRAWINGS } from './form-drawings';

/** A plain line, as most of these drawings are made of. */
const line = (c: string) =>
  ({ stroke: c, strokeWidth: 1.6, fill: 'none', strokeLinecap: 'round', strokeLinejoin: 'round' }) as const;

const SHAPES = {
  ...FORM_DRAWINGS,
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
  more: (c: string) => <Path d="M3 5H10V17H3ZM16 5H23V17H16ZM10 11H16" {...line(c)} strokeDasharray="3 2" />,
  landmark: (c: string) => <Path d="M13 2V18M5 10H21" stroke={c} strokeWidth={1.8} />,
  ground: (c: string) => <Line x1={2} y1={15} x2={24} y2={15} stroke={c} strokeWidth={2.2} />,
  level: (c: string) => (
    <Line x1={2} y1={10} x2={24} y2={10} stroke={c} strokeWidth={1.8} strokeDasharray="4 3" />
  ),
  plumb: (c: string) => (
    <Line x1={13} y1={1} x2={13} y2={19} stroke={c} strokeWidth={1.8} strokeDasharray="4 3" />
  ),
  symmetryAxis: (c: string) => (
    <Path d="M13 1V19" stroke={c} strokeWidth={1.8} strokeDasharray="6 2 1 2" fill="none" />
  ),
  axis: (c: string) => <Path d="M20 1L6 19" {...line(c)} strokeDasharray="4 3" />,
  centreLine: (c: string) => (
    <>
      <Path
        d="M13 2C8 2 5 6 5 10C5 14 8 18 13 18C18 18 21 14 21 10C21 6 18 2 13 2"
        {...line(c)}
        strokeOpacity={0.5}
      />
      <Path d="M13 2C18 6 18 14 13 18" {...line(c)} strokeDasharray="3 2.4" />
    </>
  ),
  divided: (c: string) => <Path d="M3 10H23M3 6V14M13 6V14M23 6V14" {...line(c)} />,
  stepped: (c: string) => <Path d="M2 13H24M2 9V17M8 9V17M2 6C4 3 6 3 8 6M14 11V15M20 11V15" {...line(c)} />,
  carried: (c: string) => (
    <Path d="M3 3V12M1 3H5M1 12H5M9 8H17M14 5L17 8L14 11M22 7V16M20 7H24M20 16H24" {...line(c)} />
  ),
  sighted: (c: string) => (
    <Path d="M4 3V9M2 3H6M2 9H6M14 2V18M12 2H16M12 18H16M12.5 7.5H15.5M12.5 12.5H15.5" {...line(c)} />
  ),
  tilted: (c: string) => <Path d="M3 16L21 5M3 16H22M11 16A8 8 0 0 0 9.6 12" {...line(c)} />,
  arc: (c: string) => <Path d="M3 16C4 2 22 2 23 16" {...line(c)} />,
  envelope: (c: string) => <Path d="M13 2L22 11L18 18H6L3 9Z" {...line(c)} strokeDasharray="4 2" />,
  through: (c: string) => (
    <>
      <Path d="M3 15C9 3 16 18 23 5" {...line(c)} strokeDasharray="2 3" />
      <Circle cx={3.5} cy={14.5} r={2} fill={c} />
      <Circle cx={13} cy={10.5} r={2} fill={c} />
      <Circle cx={22.5} cy={5.5} r={2} fill={c} />
    </>
  ),
  howMuch: (c: string) => <Path d="M3 6H23V14H3ZM8 6V9M13 6V10.5M18 6V9" {...line(c)} />,
  lights: (c: string) => (
    <>
      <Circle cx={8} cy={10.5} r={5.5} {...line(c)} />
      <Circle cx={19.5} cy={10.5} r={5} {...line(c)} />
      <Path d="M13.8 2V5M13.8 16V19" {...line(c)} />
    </>
  ),
  snap: (c: string) => (
    <>
      <Path d="M2 15H24" {...line(c)} />
      <Path d="M13 2V9M10 6.5L13 9.5L16 6.5" {...line(c)} />
      <Circle cx={13} cy={15} r={3} {...line(c)} />
    </>
  ),
  fewer: (c: string) => <Path d="M7 10H19" {...line(c)} />,
  further: (c: string) => <Path d="M7 10H19M13 4V16" {...line(c)} />,
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
  looks: (c: string) => (
    <Path
      d="M2 10C6 4 20 4 24 10C20 16 6 16 2 10ZM13 7.2A2.8 2.8 0 1 1 12.9 7.2"
      stroke={c}
      strokeWidth={1.6}
      fill="none"
    />
  ),
  undo: (c: string) => <Path d="M9 3L4 7.5L9 12M4.5 7.5H16C22 7.5 22 16.5 16 16.5H11" {...line(c)} />,
  redo: (c: string) => <Path d="M17 3L22 7.5L17 12M21.5 7.5H10C4 7.5 4 16.5 10 16.5H15" {...line(c)} />,
  move: (c: string) => (
    <Path
      d="M13 2V18M5 10H21M10.5 4.5L13 2L15.5 4.5M10.5 15.5L13 18L15.5 15.5M7.5 7.5L5 10L7.5 12.5M18.5 7.5L21 10L18.5 12.5"
      {...line(c)}
    />
  ),
  distort: (c: string) => <Path d="M6 5L20 3L22 15L4 17Z" {...line(c)} />,
  bend: (c: string) => <Path d="M3 14C8 2 18 18 23 6" {...line(c)} />,
  across: (c: string) => <Path d="M13 2V18M10 5L3 16H10ZM16 5L23 16H16Z" {...line(c)} />,
  down: (c: string) => <Path d="M3 10H23M6 8L20 2V8ZM6 12L20 18V12Z" {...line(c)} />,
  mirror: (c: string) => <Path d="M13 1V19M9 5C4 7 4 13 9 15M17 5C22 7 22 13 17 15" {...line(c)} />,
  copy: (c: string) => <Path d="M9 3H21V13M9 3V7M5 7H17V17H5Z" {...line(c)} />,
  cut: (c: string) => (
    <Path
      d="M6 16C10 12 16 8 21 3M6 4C10 8 16 12 21 17M4 16a2 2 0 1 0 4 0a2 2 0 1 0-4 0M4 4a2 2 0 1 0 4 0a2 2 0 1 0-4 0"
      {...line(c)}
    />
  ),
  newSheet: (c: string) => <Path d="M5 3H17L21 7V17H5ZM13 7.5V14.5M9.5 11H16.5" {...line(c)} />,
  numbers: (c: string) => (
    <Path d="M4 16V6L2.5 7M9 7C12 3 15 7 12 10L9 16H14M18 6H23L20 10C24 10 24 16 18 15" {...line(c)} />
  ),
  remove: (c: string) => <Path d="M5 6H21M8 6L9 17H17L18 6M11 6V3H15V6M11.5 9V14M14.5 9V14" {...line(c)} />,
  straight: (c: string) => <Path d="M3 15L23 5" {...line(c)} />,
  one: (c: string) => <Path d="M6 4H20V16H6Z" {...line(c)} />,
  piece: (c: string) => (
    <Path d="M5 11C4 5 11 2 16 4C22 6 23 13 18 16C12 19 6 17 5 11Z" {...line(c)} strokeDasharray="3 2.4" />
  ),
  front: (c: string) => <Path d="M4 8H15V18H4ZM10 8V2H22V12H15" {...line(c)} />,
  joint: (c: string) => (
    <>
      <Path d="M4 4L12 11M15 11L22 18" {...line(c)} />
      <Circle cx={13.5} cy={11} r={2.6} {...line(c)} />
    </>
  ),
  back: (c: string) => <Path d="M11 2H22V12H15M4 8H15V18H4Z" {...line(c)} strokeDasharray="3 2" />,
  crop: (c: string) => <Path d="M8 1V14H22M4 5H18V19" {...line(c)} />,
  hide: (c: string) => <Path d="M2 10C6 4 20 4 24 10C20 16 6 16 2 10ZM5 18L21 2" {...line(c)} />,
  large: (c: string) => <Path d="M10 3H3V10M16 17H23V10M3 3L10 9M23 17L16 11" {...line(c)} />,
  fit: (c: string) => <Path d="M3 7V3H8M23 7V3H18M3 13V17H8M23 13V17H18" {...line(c)} />,
  mass: (c: string) => (
    <Path d="M3 13C3 6 9 2 15 4C22 6 25 13 19 16C14 19 4 19 3 13Z" fill={c} fillOpacity={0.65} />
  ),
  lamp: (c: string) => (
    <>
      <Circle cx={16} cy={12} r={6.5} {...line(c)} />
      <Path d="M16 5.5C11 8 11 16 16 18.5" {...line(c)} />
      <Path d="M2 3L7 6M5 1.5L8.5 4M2 7.5L6.5 8.5" {...line(c)} />
    </>
  ),
  massCut: (c: string) => (
    <>
      <Path d="M3 13C3 6 9 2 15 4C22 6 25 13 19 16C14 19 4 19 3 13Z" fill={c} fillOpacity={0.3} />
      <Path d="M9 9H17V13H9Z" {...line(c)} strokeDasharray="2.5 2" />
    </>
  ),
  massLight: (c: string) => <Path d="M4 3H22V17H4Z" {...line(c)} fill={c} fillOpacity={0.12} />,
  massMiddle: (c: string) => <Path d="M4 3H22V17H4Z" {...line(c)} fill={c} fillOpacity={0.5} />,
  massDark: (c: string) => <Path d="M4 3H22V17H4Z" {...line(c)} fill={c} />,
  words: (c: string) => <Path d="M4 4H22M13 4V17" {...line(c)} />,
  behind: (c: string) => <Path d="M4 3H17V14H4ZM9 7H22V18H9Z" {...line(c)} strokeDasharray="3 2" />,
  beside: (c: string) => <Path d="M3 4H12V17H3ZM14 4H23V17H14Z" {...line(c)} />,
  corner: (c: string) => <Path d="M3 3H23V18H3ZM15 3V9H23" {...line(c)} />,
  away: (c: string) => <Path d="M3 3H23V18H3Z" {...line(c)} strokeDasharray="3 2" />,
} as const;

/** The drawing of each hand, and of each place that the reference may take. */
export const HAND_SHAPES: Readonly<Record<HandName, Shape>> = {
  Draw: 'pencil',
  Forms: 'ellipse',
  Guides: 'plumb',
  Move: 'move',
  Words: 'words',
  Masses: 'mass',
};
export const PLACE_SHAPES: Readonly<Record<PlaceName, Shape>> = {
  Behind: 'behind',
  Beside: 'beside',
  Corner: 'corner',
  Away: 'away',
};

/** The drawing of each kind of guide. */
export const GUIDE_SHAPES: Readonly<Record<GuidesTool, Shape>> = {
  ground: 'ground',
  level: 'level',
  plumb: 'plumb',
  centre: 'centreLine',
  axis: 'axis',
  divided: 'divided',
  stepped: 'stepped',
  carried: 'carried',
  sighted: 'sighted',
  tilted: 'tilted',
  arc: 'arc',
  envelope: 'envelope',
  through: 'through',
  symmetry: 'symmetryAxis',
};

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
