import { useMemo, useState } from 'react';
import { StyleSheet } from 'react-native';
import { measureOf, metBy } from '@deft/core/guides';
import {
  formPlaces,
  guideReader,
  thingsOfType,
  type AnchoredGuide,
  type Id,
  type Thing,
} from '@deft/core/page';
import type { Point } from '@deft/core/geometry';
import { comparedWords, isSight, measureWords, sightInPicture } from '@deft/core/reference';
import { listed } from '@deft/core/words';
import { Text } from '../../ui/text';
import { pictureKnown } from '../picture-known';
import { useShell } from '../shell/shell-context';
import { TrayAct } from './tray-act';

/** An axis meets what lies this near to it, millimetres. */
const MEETS = 2.5;

/** What of a page has a name, and where it lies. */
function namedPlaces(things: ReadonlyMap<Id, Thing>): { name: string; at: Point }[] {
  const landmarks = thingsOfType(things, 'landmark').flatMap(({ name, state, at }) =>
    name && state === 'set' ? [{ name, at }] : [],
  );
  const forms = thingsOfType(things, 'form').flatMap((form) => {
    const middle = form.part ? formPlaces(form).find(({ key }) => key === 'centre') : undefined;
    return form.part && middle ? [{ name: form.part, at: middle.at }] : [];
  });
  return [...landmarks, ...forms];
}

/** What an axis on the page meets, in a sentence. */
function metWords(axis: AnchoredGuide, things: ReadonlyMap<Id, Thing>): string {
  const [from, to] = guideReader(things).through(axis);
  const met = from && to ? metBy([from, to], namedPlaces(things), MEETS) : [];
  return met.length > 0
    ? `It meets ${listed(met.map(({ name }) => `the ${name}`))}.`
    : 'It meets nothing that has a name.';
}

/**
 * What the sight or axis that is taken up says: judged by eye first, told in numbers when asked, and beside
 * the picture's when asked again.
 */
export function SightActs() {
  const { things, state, reference } = useShell();
  const [asked, setAsked] = useState<'nothing' | 'drawn' | 'picture'>('nothing');
  const taken = state.selected ? things.get(state.selected) : undefined;
  const picture = useMemo(() => reference && pictureKnown(reference), [reference]);
  if (taken?.type !== 'guide' || !('through' in taken)) return null;
  if (taken.kind === 'axis')
    return asked === 'nothing' ? (
      <TrayAct label="what it meets" shape="howMuch" onPress={() => setAsked('drawn')} testID="how-much" />
    ) : (
      <Said>{metWords(taken, things)}</Said>
    );
  if (!isSight(taken)) return null;
  const drawn = measureOf(taken.kind, guideReader(things).through(taken));
  const places = picture ? sightInPicture(taken, things, picture) : null;
  const there = places && measureOf(taken.kind, places);
  if (asked === 'nothing')
    return <TrayAct label="how much?" shape="howMuch" onPress={() => setAsked('drawn')} testID="how-much" />;
  if (drawn === null) return <Said>It has no length.</Said>;
  if (asked === 'picture' && there !== null) return <Said>{comparedWords(taken.kind, drawn, there)}</Said>;
  return (
    <>
      <Said>{`${measureWords(taken.kind, drawn)} here`}</Said>
      {there === null ? null : (
        <TrayAct
          label="the picture’s?"
          shape="howMuch"
          onPress={() => setAsked('picture')}
          testID="picture-much"
        />
      )}
    </>
  );
}

function Said({ children }: { readonly children: string }) {
  return (
    <Text size={13} kind="strong" live style={styles.said} testID="sight-said">
      {children}
    </Text>
  );
}

const styles = StyleSheet.create({ said: { maxWidth: 230, paddingHorizontal: 8 } });
