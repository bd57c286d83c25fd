import { render, screen } from '@testing-library/react-native';
import { Profiler } from 'react';
import { PaperProvider } from 'react-native-paper';
import { StyleSheet } from 'react-native';
import { Bar } from './bar';
import { deskTheme } from './theme';

const drawn = jest.fn();
const bar = (share: number | null) => (
  <PaperProvider theme={deskTheme(false)}>
    <Profiler id="bar" onRender={drawn}>
      <Bar share={share} />
    </Profiler>
  </PaperProvider>
);
const length = (): unknown =>
  StyleSheet.flatten(screen.UNSAFE_getByProps({ role: 'progressbar' }).props.children.props.style).width;

describe('how far something is', () => {
  test('is shown at once, and asks for nothing more to be drawn, however fast the next word comes', () => {
    const { rerender } = render(bar(0));
    drawn.mockClear();
    for (let i = 1; i <= 100; i += 1) {
      rerender(bar(i / 100));
      expect(length()).toBe(`${i}%`);
    }
    expect(drawn).toHaveBeenCalledTimes(100);
  });
  test('stays within its groove', () => {
    const { rerender } = render(bar(1.2));
    expect(length()).toBe('100%');
    rerender(bar(-1));
    expect(length()).toBe('0%');
  });
});
