import { usePathname, useRouter, type Href } from 'expo-router';
import type { PropsWithChildren, ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Act } from './acts';
import { Brush } from './brush';
import { TOUCH } from './theme';
import { usePalette, useWide } from './use-desk-theme';
import { Text } from './text';

const PLACES: readonly [string, Href & string][] = [
  ['Desk', '/'],
  ['References', '/references'],
  ['Sessions', '/sessions'],
  ['Studies', '/studies'],
];

/** Whether an address is in a place. Boards are made of references. */
const isIn = (path: string, href: string): boolean =>
  href === '/'
    ? path === '/'
    : path.startsWith(href) || (href === '/references' && path.startsWith('/boards'));

/** The places of the desk: at the foot of a phone, at the left of a wide screen. */
function Screens({ upright }: { readonly upright: boolean }) {
  const path = usePathname();
  const palette = usePalette();
  const colours = { borderColor: palette.rule, backgroundColor: palette.desk };
  return (
    <View role="navigation" style={[upright ? styles.atFoot : styles.atLeft, colours]}>
      {upright ? null : (
        <Text size={17} kind="heading" style={styles.name}>
          Deft Study
        </Text>
      )}
      {PLACES.map(([label, href]) => (
        <Place key={label} label={label} href={href} here={isIn(path, href)} />
      ))}
    </View>
  );
}

interface PlaceProps {
  readonly label: string;
  readonly href: Href;
  readonly here: boolean;
}

/** A place one can go to; the one where one is has the brush stroke. */
function Place({ label, href, here }: PlaceProps) {
  const router = useRouter();
  const palette = usePalette();
  const current = { 'aria-current': here ? 'page' : undefined } as object;
  return (
    <Pressable role="link" {...current} onPress={() => router.navigate(href)} style={styles.place}>
      <View>
        <Text kind={here ? 'strong' : 'body'} colour={here ? palette.ink : palette.softInk}>
          {label}
        </Text>
        {here ? <Brush /> : null}
      </View>
    </Pressable>
  );
}

interface ScreenProps {
  readonly title: string;
  readonly aside?: ReactNode;
  readonly foot?: ReactNode;
  /** Called with what scrolls, for lists that show only what is in view. */
  readonly onScroller?: (element: HTMLElement | null) => void;
  /** Over everything else: panels. */
  readonly over?: ReactNode;
}

/**
 * A screen of the desk outside of drawing: heading, what it holds, the main act in the thumb's reach, and the
 * places.
 */
export function Screen({ title, aside, foot, onScroller, over, children }: PropsWithChildren<ScreenProps>) {
  const palette = usePalette();
  const wide = useWide();
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column-reverse', backgroundColor: palette.desk }}>
      <Screens upright={!wide} />
      <View style={{ flex: 1 }} role="main">
        <ScrollView
          ref={onScroller && ((view) => onScroller(view ? (view.getScrollableNode() as HTMLElement) : null))}
          contentContainerStyle={{
            padding: wide ? 32 : 18,
            paddingTop: wide ? 26 : 20,
            gap: 18,
            maxWidth: 1120,
            width: '100%',
          }}
        >
          <View
            style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: 12 }}
          >
            <Text size={26} kind="heading" level={1} style={{ flexShrink: 1 }}>
              {title}
            </Text>
            {aside ? <View style={{ flexShrink: 0 }}>{aside}</View> : null}
          </View>
          {children}
        </ScrollView>
        {foot ? (
          <View
            style={{
              flexDirection: 'row',
              gap: 10,
              padding: wide ? 20 : 14,
              paddingHorizontal: wide ? 32 : 18,
              maxWidth: 1120,
            }}
          >
            {foot}
          </View>
        ) : null}
        {over}
      </View>
    </View>
  );
}

/** What stands where a list has nothing in it: what to do. */
export function Empty({ children }: PropsWithChildren) {
  const palette = usePalette();
  return (
    <View style={{ borderWidth: 1, borderStyle: 'dashed', borderColor: palette.rule, padding: 18 }}>
      <Text soft>{children}</Text>
    </View>
  );
}

/** A word for a wait, and for a desk that does not answer. */
export function Waiting({
  failed,
  retry,
  said,
}: {
  readonly failed: boolean;
  readonly retry: () => void;
  readonly said?: string | null;
}) {
  return failed ? (
    <View style={{ gap: 8, alignItems: 'flex-start' }}>
      <Text>{said ?? 'The desk does not answer. What you drew is kept on this device.'}</Text>
      <Act label="Try again" onPress={retry} />
    </View>
  ) : (
    <Text soft live>
      One moment …
    </Text>
  );
}

const styles = StyleSheet.create({
  atFoot: {
    flexDirection: 'row',
    justifyContent: 'space-around',
    borderTopWidth: 1,
    paddingTop: 2,
    paddingBottom: 10,
  },
  atLeft: {
    width: 168,
    borderRightWidth: 1,
    paddingTop: 24,
    paddingHorizontal: 20,
    gap: 4,
    alignItems: 'flex-start',
  },
  name: { marginBottom: 14, marginLeft: 6 },
  place: { minHeight: TOUCH, minWidth: TOUCH, paddingHorizontal: 6, justifyContent: 'center' },
});
