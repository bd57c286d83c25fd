import { fireEvent, render, screen } from '@testing-library/react-native';
import { PaperProvider } from 'react-native-paper';
import { deskTheme, DAY, NIGHT, type Palette } from '../../ui/theme';
import { ChoiceMenu } from './choice-menu';
import { NameChips } from './name-chips';

const shown = (element: React.ReactElement) =>
  render(<PaperProvider theme={deskTheme(false)}>{element}</PaperProvider>);

describe('names that are offered', () => {
  test('the chosen one comes first, then those not given yet, the given ones ticked, and none need be taken', () => {
    const choose = jest.fn();
    shown(
      <NameChips
        label="Name of the part"
        names={['head', 'ribcage', 'pelvis']}
        used={new Set(['head'])}
        value="ribcage"
        onChoose={choose}
      />,
    );
    expect(
      screen.getAllByRole('radio').map((chip) => chip.props['aria-label'] ?? chip.props.accessibilityLabel),
    ).toEqual(['no name', 'ribcage', 'pelvis', 'head']);
    expect(screen.getByText('head ✓')).toBeTruthy();
    fireEvent.press(screen.getByText('no name'));
    fireEvent.press(screen.getByText('pelvis'));
    expect(choose.mock.calls).toEqual([[null], ['pelvis']]);
  });

  test('where nothing can go without a name, none is not offered', () => {
    const rest = { used: new Set<string>(), value: null, onChoose: jest.fn() };
    shown(<NameChips required label="Name of the landmark" names={['chin', 'crown']} {...rest} />);
    expect(screen.queryByText('no name')).toBeNull();
    expect(screen.getAllByRole('radio')).toHaveLength(2);
  });
});

describe('a menu of choices', () => {
  test('tells what was chosen, closes when one touches beside it, and keeps closed choices closed', () => {
    const [choose, close] = [jest.fn(), jest.fn()];
    shown(
      <ChoiceMenu
        label="Passes"
        value="trace"
        onChoose={choose}
        onClose={close}
        options={[
          { value: 'trace', label: 'Trace' },
          { value: 'check', label: 'Check', disabled: true },
          { value: 'build', label: 'Build' },
        ]}
      />,
    );
    fireEvent.press(screen.getByText('Build'));
    fireEvent.press(screen.getByText('Check'));
    fireEvent.press(screen.getByLabelText('Close: Passes'));
    expect(choose.mock.calls).toEqual([['build']]);
    expect(close).toHaveBeenCalledTimes(1);
  });
});

/** Contrast ratio of two colours after WCAG 2.2. */
function contrast(a: string, b: string): number {
  const light = (hex: string): number => {
    const [r, g, bl] = [1, 3, 5]
      .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
      .map((v) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)) as [number, number, number];
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [high, low] = [light(a), light(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

describe.each([
  ['day', DAY],
  ['night', NIGHT],
] as [string, Palette][])('the %s desk', (_, palette) => {
  test.each(['ink', 'softInk', 'verdigris', 'redline'] as const)(
    '%s can be read on paper and on the desk',
    (key) => {
      for (const ground of [palette.paper, palette.desk])
        expect(contrast(palette[key], ground)).toBeGreaterThanOrEqual(4.5);
    },
  );

  test('the main act and the selected row can be read', () => {
    expect(contrast(palette.onVerdigris, palette.verdigris)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.ink, palette.verdigrisWash)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.softInk, palette.verdigrisWash)).toBeGreaterThanOrEqual(4.5);
  });
});
