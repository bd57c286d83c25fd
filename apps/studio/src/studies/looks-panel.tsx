import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { sheetsOf } from '@deft/core';
import { setLeftHanded, setNight } from '../data/desk-slice';
import { saveFile } from '../data/save-file';
import { useDesk, useDeskDispatch } from '../data/store';
import type { PageKeeper } from '../data/page-keeper';
import { useThings } from '../data/use-page';
import { WordAct } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

interface LooksProps {
  readonly keeper: PageKeeper;
  readonly title: string;
  readonly onFit: () => void;
  readonly onClose: () => void;
}

/** Ways to see the page, and its way out: hide parts in one touch, fit, take out as a file. */
export function LooksPanel({ keeper, title, onFit, onClose }: LooksProps) {
  const palette = usePalette();
  const dispatch = useDeskDispatch();
  const { leftHanded, night } = useDesk((state) => state.desk);
  const [guides, setGuides] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  const sheets = sheetsOf(useThings(keeper, ['sheet']));
  const group = (label: string, kinds: readonly string[]) => {
    const own = sheets.filter((sheet) => kinds.includes(sheet.kind));
    if (own.length === 0) return null;
    const hidden = own.every((sheet) => sheet.hidden);
    return <WordAct label={`${hidden ? 'Show' : 'Hide'} ${label}`} onPress={() => void keeper.commit({ set: own.map(({ id }) => ({ id, to: { hidden: !hidden } })) })} />;
  };
  const take = async (kind: 'svg' | 'png'): Promise<void> => {
    setTold('Waiting for the last strokes …');
    try {
      await keeper.flush();
      await saveFile(`/api/pages/${keeper.page}/page.${kind}?guides=${guides ? 1 : 0}&dpi=300`, `${title}.${kind}`);
      setTold(`${title}.${kind} is saved.`);
    } catch (error) {
      setTold(error instanceof Error ? error.message : 'The desk does not answer.');
    }
  };
  return (
    <View style={{ position: 'absolute', inset: 0, zIndex: 5 }}>
      <Pressable role="button" aria-label="Close the looks" onPress={onClose} style={{ position: 'absolute', inset: 0 }} />
      <View style={{ position: 'absolute', bottom: 0, right: 8, maxWidth: 330, padding: 12, gap: 2, alignItems: 'flex-start', backgroundColor: palette.desk, borderWidth: 1, borderColor: palette.rule }}>
        <Words size={13} kind="strong">See</Words>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
          {group('picture', ['picture'])}
          {group('construction', ['forms', 'guides'])}
          {group('drawing', ['ink', 'tone'])}
          <WordAct label="Fit the page" onPress={() => { onFit(); onClose(); }} />
        </View>
        <Words size={13} kind="strong">Take it out</Words>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
          <WordAct label="SVG" spoken="Take the page out as SVG" onPress={() => void take('svg')} />
          <WordAct label="PNG, 300 dpi" spoken="Take the page out as PNG" onPress={() => void take('png')} />
          <WordAct label={guides ? 'with guides' : 'without guides'} on={guides} onPress={() => setGuides(!guides)} />
        </View>
        {told ? <Words size={13} soft live>{told}</Words> : null}
        <Words size={13} kind="strong">Desk</Words>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
          <WordAct label="Left-handed" on={leftHanded} onPress={() => dispatch(setLeftHanded(!leftHanded))} />
          <WordAct label="Night desk" on={night === true} onPress={() => dispatch(setNight(night !== true))} />
        </View>
      </View>
    </View>
  );
}
