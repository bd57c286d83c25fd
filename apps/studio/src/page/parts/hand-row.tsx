import { View } from 'react-native';
import { takeForm, takeGuide, takePen, setSize, type DrawTool, type FormsTool } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { WordAct } from '../../ui/acts';
import { useWide } from '../../ui/use-desk-theme';
import { Words } from '../../ui/words';
import { Icon, type Shape } from './icons';
import { Slider } from './slider';

interface Offer<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly shape: Shape;
}

const PENS: readonly Offer<DrawTool>[] = [{ value: 'pencil', label: 'pencil', shape: 'pencil' }, { value: 'pen', label: 'pen', shape: 'pen' }, { value: 'rub out', label: 'rub out', shape: 'rub out' }];
const FORMS: readonly Offer<FormsTool>[] = [{ value: 'ellipse', label: 'ellipse', shape: 'ellipse' }, { value: 'trapezoid', label: 'trapezoid', shape: 'trapezoid' }, { value: 'landmark', label: 'landmark', shape: 'landmark' }];
const GUIDES = [{ value: 'ground', label: 'ground line', shape: 'ground' }, { value: 'level', label: 'level', shape: 'level' }, { value: 'plumb', label: 'plumb', shape: 'plumb' }] as const;

function Offers<T extends string>({ offers, value, onTake }: { readonly offers: readonly Offer<T>[]; readonly value: T; readonly onTake: (value: T) => void }) {
  return (
    <>
      {offers.map(({ value: own, label, shape }) => (
        <WordAct key={own} small label={label} on={own === value} icon={<Icon shape={shape} on={own === value} />} onPress={() => onTake(own)} style={{ minWidth: 76, height: 58 }} />
      ))}
    </>
  );
}

/** What the current hand offers: the upper row of the tray. */
export function HandRow({ onRemove }: { readonly onRemove: (() => void) | null }) {
  const desk = useDesk((state) => state.desk);
  const dispatch = useDeskDispatch();
  const wide = useWide();
  const size = desk.sizes[desk.drawTool];
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', minHeight: 62, flexGrow: wide ? 1 : 0, paddingHorizontal: 6 }}>
      {desk.hand === 'Draw' ? (
        <>
          <Offers offers={PENS} value={desk.drawTool} onTake={(pen) => dispatch(takePen(pen))} />
          {desk.drawTool === 'rub out'
            ? <Words size={13} soft style={{ flex: 1, paddingLeft: 8 }}>Touch a stroke to take it away.</Words>
            : <Slider label="Width" value={size} least={0.2} most={4} step={0.1} shown={`${size.toFixed(1)} mm`} onChange={(value) => dispatch(setSize(value))} />}
        </>
      ) : null}
      {desk.hand === 'Forms' ? (
        <>
          <Offers offers={FORMS} value={desk.formsTool} onTake={(form) => dispatch(takeForm(form))} />
          {onRemove ? <WordAct small label="take away" onPress={onRemove} /> : null}
        </>
      ) : null}
      {desk.hand === 'Guides' ? <Offers offers={GUIDES} value={desk.guide} onTake={(guide) => dispatch(takeGuide(guide))} /> : null}
      {desk.hand === 'Move' ? (
        <>
          <Words size={13} soft style={{ flex: 1, paddingHorizontal: 8 }}>Drag a form to move it, its handle to turn and size it, the paper to move the page.</Words>
          {onRemove ? <WordAct small label="take away" onPress={onRemove} /> : null}
        </>
      ) : null}
    </View>
  );
}
