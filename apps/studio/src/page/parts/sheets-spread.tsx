import { useMemo } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { generateKeyBetween } from 'fractional-indexing';
import { pageSvg, sheetsOf, type Id, type Sheet, type Thing } from '@deft/core';
import type { PageKeeper } from '../../data/page-keeper';
import { useThings } from '../../data/use-page';
import { newId } from '../../data/new-id';
import { WordAct } from '../../ui/acts';
import { usePalette } from '../../ui/use-desk-theme';
import { Words } from '../../ui/words';

/** A sheet alone, as a small picture. */
function smallPicture(things: ReadonlyMap<Id, Thing>, sheet: Sheet): string {
  const own = [...things.values()].filter((t) => t.type === 'page' || t.id === sheet.id || ('sheet' in t && t.sheet === sheet.id));
  const alone = new Map(own.map((t) => [t.id, t.type === 'sheet' ? { ...t, hidden: false, opacity: 1 } : t]));
  return `data:image/svg+xml;utf8,${encodeURIComponent(pageSvg(alone, { guides: true }))}`;
}

interface SpreadProps {
  readonly keeper: PageKeeper;
  readonly current: Id | null;
  readonly onChoose: (sheet: Id) => void;
}

/** The page's sheets laid out side by side, the lowest at the left, with what can be done to the current one. */
export function SheetsSpread({ keeper, current, onChoose }: SpreadProps) {
  const palette = usePalette();
  const things = useThings(keeper, ['sheet', 'page', 'form', 'guide', 'landmark', 'stroke']);
  const sheets = sheetsOf(things);
  const pictures = useMemo(() => new Map(sheets.map((sheet) => [sheet.id, smallPicture(things, sheet)])), [things, sheets]);
  const chosen = sheets.find(({ id }) => id === current) ?? sheets.at(-1);
  if (!chosen) return null;
  const set = (to: Partial<Pick<Sheet, 'hidden' | 'locked' | 'opacity'>>): void => void keeper.commit({ set: [{ id: chosen.id, to }] });
  const refineOver = (): void => {
    const id = newId();
    const drawn = sheets.filter((sheet) => sheet.kind !== 'picture' && !sheet.hidden);
    const count = sheets.filter((sheet) => sheet.kind === 'ink').length;
    void keeper.commit({
      add: [{ type: 'sheet', id, kind: 'ink', name: `Ink ${count + 1}`, order: generateKeyBetween(sheets.at(-1)?.order ?? null, null), opacity: 1, hidden: false, locked: false }],
      set: drawn.map((sheet) => ({ id: sheet.id, to: { opacity: Math.min(sheet.opacity, 0.35) } })),
    }).then(() => onChoose(id));
  };
  return (
    <View style={{ paddingHorizontal: 12, paddingTop: 10 }}>
      <ScrollView horizontal contentContainerStyle={{ gap: 10 }}>
        {sheets.map((sheet) => {
          const on = sheet.id === chosen.id;
          return (
            <Pressable key={sheet.id} role="button" aria-pressed={on} aria-label={`Sheet ${sheet.name}${sheet.hidden ? ', hidden' : ''}${sheet.locked ? ', locked' : ''}`} onPress={() => onChoose(sheet.id)} style={{ alignItems: 'center', width: 66 }}>
              <View style={{ width: 62, height: 88, borderWidth: on ? 2 : 1, borderColor: on ? palette.verdigris : palette.rule, backgroundColor: '#FBF8F1', opacity: sheet.hidden ? 0.4 : 1 }}>
                {sheet.kind === 'picture' ? <Words size={12} colour="#535A67" style={{ margin: 8 }}>picture</Words> : <img alt="" src={pictures.get(sheet.id)} style={{ width: '100%', height: '100%' }} />}
              </View>
              <Words size={12} kind={on ? 'strong' : 'body'} colour={on ? palette.verdigris : palette.softInk} lines={1}>{sheet.name}</Words>
            </Pressable>
          );
        })}
      </ScrollView>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6, flexWrap: 'wrap' }}>
        <WordAct small label="Refine over" onPress={refineOver} />
        <WordAct small label={chosen.hidden ? 'Show' : 'Hide'} onPress={() => set({ hidden: !chosen.hidden })} />
        <WordAct small label={chosen.locked ? 'Unlock' : 'Lock'} disabled={chosen.kind === 'picture'} onPress={() => set({ locked: !chosen.locked })} />
        <View style={{ flex: 1 }} />
        {[0.25, 0.5, 1].map((opacity) => (
          <WordAct key={opacity} small label={`${opacity * 100} %`} spoken={`Opacity ${opacity * 100} per cent`} on={Math.abs(chosen.opacity - opacity) < 0.01} onPress={() => set({ opacity })} />
        ))}
      </View>
    </View>
  );
}
