import { useEffect, useRef, type PropsWithChildren } from 'react';
import { View } from 'react-native';
import { useLatest } from '../ui/use-latest';
import { usePalette } from '../ui/use-desk-theme';

const WIDTH = 5;

/**
 * A rim round the picture that drains with the time, clockwise from the top. `left` is asked at each frame, 0
 * to 1.
 */
export function Rim({ left, children }: PropsWithChildren<{ readonly left: () => number }>) {
  const palette = usePalette();
  const rim = useRef<SVGRectElement>(null);
  const asked = useLatest(left);
  useEffect(() => {
    let frame = 0;
    const draw = (): void => {
      const share = Math.min(1, Math.max(0, asked.current()));
      rim.current?.setAttribute('stroke-dasharray', `${(share * 100).toFixed(3)} 100`);
      frame = requestAnimationFrame(draw);
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [asked]);
  return (
    <View style={{ flex: 1, padding: WIDTH + 3 }}>
      {children}
      <svg
        width="100%"
        height="100%"
        style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
        aria-hidden
      >
        <rect
          x={WIDTH / 2}
          y={WIDTH / 2}
          style={{ width: `calc(100% - ${WIDTH}px)`, height: `calc(100% - ${WIDTH}px)` }}
          fill="none"
          stroke={palette.rule}
          strokeWidth={WIDTH}
        />
        <rect
          ref={rim}
          x={WIDTH / 2}
          y={WIDTH / 2}
          style={{ width: `calc(100% - ${WIDTH}px)`, height: `calc(100% - ${WIDTH}px)` }}
          pathLength={100}
          fill="none"
          stroke={palette.ink}
          strokeWidth={WIDTH}
        />
      </svg>
    </View>
  );
}
