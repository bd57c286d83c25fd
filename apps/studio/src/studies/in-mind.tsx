import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { pageOf, type Id } from '@deft/core/page';
import { readPage } from '../data/read-page';
import { inkOn, pictureOfPage } from '../page/parts/drawn-page';
import { OverPage } from '../page/parts/over-page';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { Switch } from '../ui/switch';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useStudy } from './study-context';

/** What one means to watch in this attempt, and whether the drawing before lies faintly under it. */
export function InMind() {
  const palette = usePalette();
  const { attempt, before, setBefore } = useStudy();
  const [aside, setAside] = useState<Id | null>(null);
  if (!attempt?.inMind || aside === attempt.id) return null;
  return (
    <View style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
      <View style={styles.said}>
        <Text style={styles.words} testID="in-mind">
          {attempt.inMind.sentence}
        </Text>
        <Switch label="the drawing before" on={before} onPress={() => setBefore(!before)} />
      </View>
      <Act small label="×" spoken="×: put this aside" onPress={() => setAside(attempt.id)} />
    </View>
  );
}

/** The drawing before, faintly over the page, where one wants it. */
export function DrawingBefore() {
  const { surface, things } = useShell();
  const { study, attempt, before } = useStudy();
  const earlier = study.attempts.find(({ id }) => id === attempt?.inMind?.attempt) ?? null;
  const wanted = before ? earlier : null;
  const [read, setRead] = useState<{ readonly of: Id; readonly picture: string } | null>(null);
  useEffect(() => {
    if (!wanted || read?.of === wanted.id) return;
    let gone = false;
    readPage(wanted.page)
      .then(async (page) => {
        const picture = pictureOfPage(page, await inkOn(page), wanted.region);
        if (!gone) setRead({ of: wanted.id, picture });
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [wanted, read]);
  const paper = pageOf(things);
  if (!surface || !paper || !wanted || read?.of !== wanted.id) return null;
  const { x = 0, y = 0, width, height } = paper;
  return (
    <OverPage surface={surface} testID="drawing-before">
      <image href={read.picture} {...{ x, y, width, height }} opacity={0.3} style={MULTIPLIED} />
    </OverPage>
  );
}

// The paper that it was drawn on does not veil this one.
const MULTIPLIED = { mixBlendMode: 'multiply' } as const;

const styles = StyleSheet.create({
  strip: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 14, borderTopWidth: 1 },
  said: { flex: 1, flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 16 },
  words: { flexGrow: 1, paddingTop: 6 },
});
