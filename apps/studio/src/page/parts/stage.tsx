import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import {
  compose,
  invert,
  scaling,
  transformPoint,
  translation,
  type Affine,
  type Point,
} from '@deft/core/geometry';
import { Palm } from '../palm';
import { PointerInput, type Hand, type Sample } from '../pointer';
import { UPRIGHT, zoomView, type View as StageView } from '../view';
import { useLatest } from '../../ui/use-latest';
import { ON_PAGE } from '../../ui/theme';

/** What a contact on the picture does. Points are pixels of the picture as it is seen. */
export interface StageHand {
  begin?(at: Point): void;
  move?(at: Point): void;
  /** The whole way of the contact, once it is lifted. */
  end?(way: readonly Point[]): void;
  cancel?(): void;
}

interface StageProps {
  readonly width: number;
  readonly height: number;
  readonly hand: StageHand | null;
  readonly mirrored?: boolean;
  /** The picture, as large as it is given room. */
  readonly picture: ReactNode;
  /** Drawn over it, in its pixels; `pixel` is a CSS pixel in them. */
  readonly over?: (pixel: number) => ReactNode;
  /** Shown in a loupe while a contact is down: the address of the picture. */
  readonly loupe?: string | null;
  /** Moved and enlarged together with others of the same. */
  readonly link?: StageLink | undefined;
  readonly testID?: string;
}

/** How one looks at some stages that lie beside each other: what moves one moves all. */
export class StageLink {
  #view: StageView = UPRIGHT;
  readonly #followers = new Set<() => void>();

  get view(): StageView {
    return this.#view;
  }

  set view(view: StageView) {
    this.#view = view;
    for (const follow of this.#followers) follow();
  }

  follow(act: () => void): () => void {
    this.#followers.add(act);
    return () => this.#followers.delete(act);
  }
}

/** What is dragged by itself on a stage carries this, so that the stage does not move along. */
export const OWN_DRAG = 'data-own-drag';

const LOUPE = 116;
const LOUPE_BY = 2.4;

/**
 * A picture to look at closely and to work on: two fingers or the wheel move and enlarge it, and one finger
 * too while no hand works on it.
 */
export function Stage({
  width,
  height,
  hand,
  mirrored = false,
  picture,
  over,
  loupe = null,
  link,
  testID = 'stage',
}: StageProps) {
  const host = useRef<View>(null);
  const inner = useRef<HTMLDivElement>(null);
  const latest = useLatest({ hand, mirrored, width, height });
  const [own] = useState(() => new StageLink());
  const looked = link ?? own;
  const working = hand !== null;
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [scale, setScale] = useState(1);
  const [under, setUnder] = useState<{ screen: Point; at: Point } | null>(null);
  const fit = room.width > 0 ? Math.min(room.width / width, room.height / height) : 1;
  // Before anything is painted: whoever sees what is asked for can do it at once.
  useLayoutEffect(() => {
    const element = host.current as unknown as HTMLElement;
    element.style.touchAction = 'none';
    const palm = new Palm();
    palm.fingersDraw = working;
    const input = new PointerInput(
      element,
      {
        move: (about, by, shift) => {
          const next = zoomView(looked.view, about, by, shift);
          looked.view = next.scale < 1 ? UPRIGHT : next;
        },
        settle: () => setScale(looked.view.scale),
        mayBegin: (on) => !(on instanceof Element && on.closest(`[${OWN_DRAG}]`)),
      },
      palm,
    );
    const toPicture = (p: Point): Point => {
      const { width: w, height: h, mirrored: turnedOver } = latest.current;
      const [across, down] = [element.clientWidth, element.clientHeight];
      const by = Math.min(across / w, down / h);
      const whole: Affine = compose(
        translation(looked.view.x, looked.view.y),
        scaling(looked.view.scale),
        translation((across - by * w) / 2, (down - by * h) / 2),
        scaling(by),
      );
      const at = transformPoint(invert(whole), p);
      return turnedOver ? { x: w - at.x, y: at.y } : at;
    };
    let way: Point[] = [];
    const held: Hand = {
      begin: (sample: Sample) => {
        way = [toPicture(sample)];
        latest.current.hand?.begin?.(way[0] as Point);
        setUnder({ screen: sample, at: way[0] as Point });
      },
      extend: (samples: readonly Sample[]) => {
        way.push(...samples.map(toPicture));
        const [last, screen] = [way.at(-1), samples.at(-1)];
        if (!last || !screen) return;
        latest.current.hand?.move?.(last);
        setUnder({ screen, at: last });
      },
      finish: () => {
        setUnder(null);
        latest.current.hand?.end?.(way);
      },
      cancel: () => {
        setUnder(null);
        latest.current.hand?.cancel?.();
      },
    };
    input.hand = working ? held : null;
    const follow = (): void => {
      const { x, y, scale: by } = looked.view;
      if (inner.current) inner.current.style.transform = `translate(${x}px, ${y}px) scale(${by})`;
    };
    follow();
    const leave = looked.follow(follow);
    const observer = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    setRoom({ width: element.clientWidth, height: element.clientHeight });
    return () => {
      input.destroy();
      leave();
      observer.disconnect();
    };
  }, [latest, working, looked]);
  const [left, top] = [(room.width - fit * width) / 2, (room.height - fit * height) / 2];
  return (
    <View
      ref={host}
      testID={testID}
      style={{ flex: 1, overflow: 'hidden', cursor: hand ? 'crosshair' : 'grab' } as object}
    >
      <div ref={inner} style={{ position: 'absolute', inset: 0, transformOrigin: '0 0' }}>
        <div
          style={{
            position: 'absolute',
            left,
            top,
            width: fit * width,
            height: fit * height,
            userSelect: 'none',
          }}
        >
          {picture}
        </div>
        {over ? (
          <svg
            viewBox={`0 0 ${width} ${height}`}
            style={{
              ...OVER,
              left,
              top,
              width: fit * width,
              height: fit * height,
              transform: mirrored ? 'scaleX(-1)' : undefined,
            }}
          >
            {over(1 / (fit * scale))}
          </svg>
        ) : null}
      </div>
      {loupe && under && hand ? (
        <Loupe
          address={loupe}
          at={under.at}
          screen={under.screen}
          room={room}
          width={width}
          fit={fit * scale}
        />
      ) : null}
    </View>
  );
}

/** What lies under the finger, larger and away from it. */
function Loupe({
  address,
  at,
  screen,
  room,
  width,
  fit,
}: {
  readonly address: string;
  readonly at: Point;
  readonly screen: Point;
  readonly room: { width: number; height: number };
  readonly width: number;
  readonly fit: number;
}) {
  const by = fit * LOUPE_BY;
  const atLeft = screen.x > room.width / 2;
  return (
    <div
      aria-hidden
      style={{
        ...LENS,
        [atLeft ? 'left' : 'right']: 8,
        border: `2px solid ${ON_PAGE.control}`,
        backgroundColor: ON_PAGE.paper,
        backgroundImage: `url("${address}")`,
        backgroundSize: `${width * by}px auto`,
        backgroundPosition: `${LOUPE / 2 - at.x * by}px ${LOUPE / 2 - at.y * by}px`,
      }}
    >
      <svg width={LOUPE} height={LOUPE}>
        <path
          d={`M${LOUPE / 2 - 9} ${LOUPE / 2}h18M${LOUPE / 2} ${LOUPE / 2 - 9}v18`}
          stroke={ON_PAGE.control}
          strokeWidth={1.5}
        />
      </svg>
    </div>
  );
}

const LENS = {
  position: 'absolute',
  top: 8,
  width: LOUPE,
  height: LOUPE,
  borderRadius: LOUPE,
  overflow: 'hidden',
  pointerEvents: 'none',
  backgroundRepeat: 'no-repeat',
} as const;

const OVER = { position: 'absolute', overflow: 'visible', pointerEvents: 'none' } as const;
