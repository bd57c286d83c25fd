import { useEffect, useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Reference } from '@deft/contract';
import { pictureOf } from '../../data/api';
import { zoomView, type View as Lie } from '../view';
import { PointerInput } from '../pointer';
import { usePalette, useWide } from '../../ui/use-desk-theme';

/** The reference whole, beside the page; two fingers or the wheel move and enlarge it on its own. */
export function BesideView({ reference }: { readonly reference: Reference }) {
  const host = useRef<View>(null);
  const image = useRef<HTMLImageElement>(null);
  useEffect(() => {
    const element = host.current as unknown as HTMLElement;
    element.style.touchAction = 'none';
    let lie: Lie = { scale: 1, x: 0, y: 0 };
    const input = new PointerInput(element, {
      move: (about, by, shift) => {
        lie = zoomView(lie, about, by, shift);
        if (lie.scale < 1) lie = { scale: 1, x: 0, y: 0 };
        if (image.current) image.current.style.transform = `translate(${lie.x}px, ${lie.y}px) scale(${lie.scale})`;
      },
      settle: () => undefined,
      mayBegin: () => true,
    });
    input.palm.fingersDraw = false;
    return () => input.destroy();
  }, []);
  return (
    <View ref={host} style={{ flex: 1, overflow: 'hidden' }}>
      <img ref={image} src={pictureOf(reference.id)} alt={reference.title} draggable={false} style={{ position: 'absolute', width: '100%', height: '100%', objectFit: 'contain', transformOrigin: '0 0' }} />
    </View>
  );
}

/** The reference as an inset that stays in view; held, it grows. */
export function CornerView({ reference, leftHanded }: { readonly reference: Reference; readonly leftHanded: boolean }) {
  const palette = usePalette();
  const wide = useWide();
  const [held, setHeld] = useState(false);
  const share = reference.width / reference.height;
  const height = (wide ? 220 : 150) * (held ? 2.1 : 1);
  return (
    <Pressable
      role="img"
      aria-label={`Reference: ${reference.title}. Hold to enlarge.`}
      onPressIn={() => setHeld(true)}
      onPressOut={() => setHeld(false)}
      style={{ position: 'absolute', top: 8, [leftHanded ? 'left' : 'right']: 8, height, width: Math.min(height * share, held ? 360 : 210), borderWidth: 1, borderColor: palette.rule, backgroundColor: palette.paper }}
    >
      <img src={pictureOf(reference.id)} alt="" draggable={false} style={{ width: '100%', height: '100%', objectFit: 'contain' }} />
    </Pressable>
  );
}

/** The reference away: hold to peek. */
export function PeekAct({ reference }: { readonly reference: Reference }) {
  const palette = usePalette();
  const [held, setHeld] = useState(false);
  return (
    <>
      {held ? <View style={{ position: 'absolute', inset: 0, backgroundColor: palette.desk, pointerEvents: 'none' }}><img src={pictureOf(reference.id)} alt={reference.title} style={{ width: '100%', height: '100%', objectFit: 'contain' }} /></View> : null}
      <Pressable role="button" aria-label="Hold to peek at the reference" onPressIn={() => setHeld(true)} onPressOut={() => setHeld(false)} style={{ position: 'absolute', top: 8, right: 8, borderWidth: 1, borderColor: palette.rule, backgroundColor: palette.paper, paddingHorizontal: 12, minHeight: 44, justifyContent: 'center' }}>
        <span style={{ fontFamily: 'AtkinsonHyperlegibleNext_400Regular', fontSize: 13, color: palette.softInk, userSelect: 'none' }}>hold to peek</span>
      </Pressable>
    </>
  );
}
