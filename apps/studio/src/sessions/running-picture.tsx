import { Pressable, View, StyleSheet } from 'react-native';
import { doingOf, shareLeft, stretchOf } from '@deft/core/session';
import type { Pose } from '@deft/contract';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { PictureStack } from './picture-stack';
import { Rim } from './rim';
import type { Running } from './use-running';
import { adviceFor } from './words';

/** The picture of the pose, whole, with the time that is left running round it; a touch holds. */
export function RunningPicture({ running, pose }: { readonly running: Running; readonly pose: Pose }) {
  const wide = useWide();
  const { poses, next, clock, now, say, watch, look, mirrored, marks } = running;
  const doing = doingOf(clock);
  const title = pose.reference.title;
  return (
    <Rim left={() => shareLeft(now.current)}>
      <Pressable
        role="button"
        aria-label={clock.phase === 'held' ? title : `${title}. Touch to hold`}
        onPress={() => say({ kind: 'hold' })}
        style={{ flex: 1, cursor: 'auto' } as object}
      >
        <PictureStack
          poses={poses}
          clock={clock}
          watch={watch}
          look={look}
          mirrored={mirrored}
          marks={marks}
        />
        {isAway(running) ? <Away pose={pose} small={!wide} /> : null}
        {doing === 'rest' ? (
          <Instead
            title="Rest"
            text={next ? `Then ${next.reference.title.toLowerCase()}. ${adviceFor(next.step.seconds)}` : ''}
          />
        ) : null}
      </Pressable>
    </Rim>
  );
}

/** Whether the picture is not to be seen just now, though it is drawn. */
export function isAway({ clock }: Pick<Running, 'clock'>): boolean {
  return !(stretchOf(clock)?.seen ?? false) && doingOf(clock) !== 'rest';
}

function Away({ pose: { step, reference }, small }: { readonly pose: Pose; readonly small: boolean }) {
  return step.source === 'memory' ? (
    <Instead title="From memory" text="The picture comes back when the time is up." small={small} />
  ) : (
    <Instead
      title="From what you know"
      text={`Draw it as you know it: ${reference.title.toLowerCase()}. Then look.`}
      small={small}
    />
  );
}

interface InsteadProps {
  readonly title: string;
  readonly text: string;
  readonly small?: boolean;
}

/** What stands where the picture is not. */
function Instead({ title, text, small = false }: InsteadProps) {
  return (
    <View style={styles.instead}>
      <Text size={small ? 17 : 26} kind="heading" level={1}>
        {title}
      </Text>
      <Text size={small ? 13 : 15} soft style={{ textAlign: 'center', maxWidth: 340 }}>
        {text}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  instead: {
    position: 'absolute',
    inset: 0,
    alignItems: 'center',
    justifyContent: 'center',
    padding: 14,
    gap: 4,
  },
});
