import { useEffect, useState, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { invert, transformPoint, type Point } from '@deft/core/geometry';
import {
  isUntouched,
  MIDDLE,
  MOST_SOFT,
  preparedFrame,
  UNTOUCHED,
  type Preparation,
  type Turn,
} from '@deft/core/reference';
import type { Reference } from '@deft/contract';
import {
  pictureOf,
  previewOf,
  sentenceOf,
  useChangeReferenceMutation,
  usePreparationsQuery,
  usePrepareMutation,
} from '../data/api';
import { useDesk } from '../data/store';
import { prepareWorker } from '../data/workers';
import { MainAct, SideAct, WordAct } from '../ui/acts';
import { useSay } from '../ui/notes';
import { Acts } from '../ui/panel';
import { Slider } from '../ui/slider';
import { useLatest } from '../ui/use-latest';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { CropHand } from '../page/crop-hand';
import { CropOver } from '../page/parts/crop-over';
import { DraftPicture } from './draft-picture';
import { Stage, type StageHand } from '../page/parts/stage';

type Tool = 'crop' | 'round' | 'inside' | 'outside' | null;

/** Longest side at which an outline is suggested, pixels. */
const SUGGEST_AT = 420;

/** Settings beside the untouched original, seen as they change; kept when the student says so. */
export function PreparePart({
  reference,
  parts,
}: {
  readonly reference: Reference;
  readonly parts: ReactNode;
}) {
  const palette = usePalette();
  const wide = useWide();
  const say = useSay();
  const leftHanded = useDesk((state) => state.desk.leftHanded);
  const [prepare, preparing] = usePrepareMutation();
  const [change] = useChangeReferenceMutation();
  const { data: earlier = [] } = usePreparationsQuery(reference.id);
  const [settings, setSettings] = useState<Preparation>(reference.preparation);
  const [tool, setTool] = useState<Tool>(null);
  const [hints, setHints] = useState<{
    inside: readonly (readonly Point[])[];
    outside: readonly (readonly Point[])[];
  }>({ inside: [], outside: [] });
  const [way, setWay] = useState<readonly Point[]>([]);
  const [failed, setFailed] = useState(false);
  const [searching, setSearching] = useState(false);
  const set = (to: Partial<Preparation>): void => setSettings((old) => ({ ...old, ...to }));
  const { original } = reference;
  // While something is drawn on the picture all of it is seen: uncropped, and not cut out.
  const whole =
    tool === 'crop'
      ? { ...settings, crop: null }
      : tool !== null
        ? { ...settings, crop: null, outline: null }
        : settings;
  const frame = preparedFrame(original, whole);
  const back = invert(frame.toPrepared);
  const kept = (p: Point): Point => transformPoint(back, p);
  const changed = JSON.stringify(settings) !== JSON.stringify(reference.preparation);

  const suggest = async (next: typeof hints): Promise<void> => {
    setHints(next);
    if (next.inside.length === 0) return;
    setSearching(true);
    const address = new URL(previewOf({ id: reference.id, revision: 0 }), window.location.href).href;
    const outline = await prepareWorker()
      .suggest(
        address,
        { width: original.width, height: original.height },
        next.inside.flat(),
        next.outside.flat(),
        SUGGEST_AT,
      )
      .catch(() => []);
    setSearching(false);
    if (outline.length >= 3) set({ outline });
    else say({ text: 'No outline was found from these lines. Draw another over the thing.' });
  };
  const [cropHand] = useState(() => new CropHand((crop) => setSettings((old) => ({ ...old, crop }))));
  useEffect(() => cropHand.follow(settings.crop, frame));
  const ended = useLatest((points: readonly Point[]) => {
    setWay([]);
    if (tool === 'round' && points.length > 5) {
      set({ outline: points.map(kept) });
      setTool(null);
    }
    if (tool === 'inside' || tool === 'outside')
      void suggest({ ...hints, [tool]: [...hints[tool], densely(points.map(kept))] });
  });
  const hand: StageHand | null =
    tool === 'crop'
      ? cropHand
      : tool === null
        ? null
        : {
            begin: (at) => setWay([at]),
            move: (at) => setWay((old) => [...old, at]),
            end: (points) => ended.current(points),
            cancel: () => setWay([]),
          };
  const keep = async (): Promise<void> => {
    const answer = await prepare({ reference: reference.id, settings });
    if ('error' in answer)
      say({
        text:
          sentenceOf(answer.error) ??
          'The desk does not answer, so nothing was kept. Your settings are still here; try again in a moment.',
      });
    else
      say({
        text: isUntouched(settings) ? 'The picture is as it came.' : 'Kept. The original stays as it came.',
        undo: () => void change({ id: reference.id, patch: { revision: reference.revision } }),
      });
  };
  const over = (pixel: number): ReactNode => {
    const line = (points: readonly Point[], colour: string, closed = false) => (
      <>
        <polyline
          points={[...points, ...(closed && points[0] ? [points[0]] : [])]
            .map(({ x, y }) => `${x},${y}`)
            .join(' ')}
          fill="none"
          stroke={palette.paper}
          strokeWidth={5 * pixel}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
        <polyline
          points={[...points, ...(closed && points[0] ? [points[0]] : [])]
            .map(({ x, y }) => `${x},${y}`)
            .join(' ')}
          fill="none"
          stroke={colour}
          strokeWidth={2.4 * pixel}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      </>
    );
    const seen = (p: Point): Point => transformPoint(frame.toPrepared, p);
    return (
      <>
        {tool === 'crop' ? (
          <CropOver
            crop={settings.crop ?? { x: 0, y: 0, width: 1, height: 1 }}
            frame={frame}
            pixel={pixel}
            colour={palette.verdigris}
            paper={palette.paper}
          />
        ) : null}
        {tool !== null && tool !== 'crop' && settings.outline
          ? line(settings.outline.map(seen), palette.bluePencil, true)
          : null}
        {tool === 'inside' || tool === 'outside'
          ? hints.inside.map((points, i) => <g key={i}>{line(points.map(seen), palette.verdigris)}</g>)
          : null}
        {tool === 'inside' || tool === 'outside'
          ? hints.outside.map((points, i) => <g key={i}>{line(points.map(seen), palette.ink)}</g>)
          : null}
        {way.length > 1
          ? line(
              way,
              tool === 'outside' ? palette.ink : tool === 'inside' ? palette.verdigris : palette.bluePencil,
            )
          : null}
      </>
    );
  };
  const take = (value: Tool): void => {
    setTool(tool === value ? null : value);
    setWay([]);
  };
  const turned = (by: 90 | -90): void =>
    set({ turn: ((settings.turn + by + 360) % 360) as Turn, crop: null });
  return (
    <View style={{ flex: 1, flexDirection: wide ? (leftHanded ? 'row-reverse' : 'row') : 'column' }}>
      <View style={{ flex: 1, padding: wide ? 20 : 0 }}>
        <Stage
          width={frame.width}
          height={frame.height}
          hand={hand}
          picture={
            failed ? (
              <img
                src={pictureOf(reference)}
                alt={reference.title}
                style={{ width: '100%', height: '100%' }}
              />
            ) : (
              <DraftPicture reference={reference} settings={whole} onFailed={setFailed} />
            )
          }
          over={over}
        />
      </View>
      <View
        style={
          wide
            ? { width: 400, borderLeftWidth: 1, borderColor: palette.rule }
            : { maxHeight: '46%', borderTopWidth: 1, borderColor: palette.rule }
        }
      >
        {parts}
        <ScrollView contentContainerStyle={{ padding: 12, paddingTop: 4, gap: 6 }}>
          {failed ? (
            <Words>The preview did not come. What you keep is made on the desk all the same.</Words>
          ) : null}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
            <Slider
              label="Black point"
              value={settings.black}
              least={0}
              most={Math.max(0, settings.white - 1)}
              step={1}
              shown={`${Math.round((settings.black / 255) * 100)} %`}
              onChange={(black) => set({ black })}
            />
            <Slider
              label="Middle"
              value={Math.round(Math.log2(settings.middle) * 50)}
              least={Math.round(Math.log2(MIDDLE.least) * 50)}
              most={Math.round(Math.log2(MIDDLE.most) * 50)}
              step={1}
              shown={settings.middle === 1 ? 'as it came' : settings.middle > 1 ? 'lighter' : 'darker'}
              onChange={(value) =>
                set({ middle: Math.min(MIDDLE.most, Math.max(MIDDLE.least, 2 ** (value / 50))) })
              }
            />
            <Slider
              label="White point"
              value={settings.white}
              least={settings.black + 1}
              most={255}
              step={1}
              shown={`${Math.round((settings.white / 255) * 100)} %`}
              onChange={(white) => set({ white })}
            />
            <Slider
              label="Soften"
              value={settings.soft}
              least={0}
              most={MOST_SOFT}
              step={MOST_SOFT / 60}
              shown={settings.soft === 0 ? 'not' : `${((settings.soft / MOST_SOFT) * 100).toFixed(0)} %`}
              onChange={(soft) => set({ soft })}
            />
            <Slider
              label="Straighten"
              value={settings.straighten}
              least={-20}
              most={20}
              step={0.25}
              shown={`${settings.straighten}°`}
              onChange={(straighten) => set({ straighten })}
            />
          </View>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 6 }}>
            <WordAct small label="grey" on={settings.grey} onPress={() => set({ grey: !settings.grey })} />
            <WordAct
              small
              label="flip"
              on={settings.flip}
              onPress={() =>
                set({
                  flip: !settings.flip,
                  crop: settings.crop && { ...settings.crop, x: 1 - settings.crop.x - settings.crop.width },
                })
              }
            />
            <WordAct small label="turn left" onPress={() => turned(90)} />
            <WordAct small label="turn right" onPress={() => turned(-90)} />
            <WordAct small label="crop" on={tool === 'crop'} onPress={() => take('crop')} />
            {settings.crop ? (
              <WordAct small soft label="uncropped" onPress={() => set({ crop: null })} />
            ) : null}
          </View>
          <Acts about="Cut out">
            <WordAct small label="draw round it" on={tool === 'round'} onPress={() => take('round')} />
            <WordAct
              small
              label="suggest from a line over it"
              on={tool === 'inside'}
              onPress={() => take('inside')}
            />
            {hints.inside.length > 0 ? (
              <WordAct
                small
                label="a line over what is not"
                on={tool === 'outside'}
                onPress={() => take('outside')}
              />
            ) : null}
            {settings.outline ? (
              <WordAct
                small
                soft
                label="all of it again"
                onPress={() => {
                  set({ outline: null });
                  setHints({ inside: [], outside: [] });
                }}
              />
            ) : null}
          </Acts>
          {searching ? (
            <Words soft live>
              Looking for the outline …
            </Words>
          ) : null}
          {tool === 'crop' ? (
            <Words size={13} soft>
              Drag the frame’s corners, or drag inside it to move it.
            </Words>
          ) : null}
          {tool === 'round' ? (
            <Words size={13} soft>
              Draw once round the thing.
            </Words>
          ) : null}
          {tool === 'inside' && !searching ? (
            <Words size={13} soft>
              Draw a line or two over the thing, through its different colours.
            </Words>
          ) : null}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' }}>
            <MainAct
              label={preparing.isLoading ? 'Preparing …' : 'Keep'}
              disabled={!changed || preparing.isLoading}
              onPress={() => void keep()}
              testID="keep"
            />
            {changed ? (
              <SideAct
                label="Leave it"
                onPress={() => setSettings(reference.preparation)}
                style={{ minHeight: 52 }}
              />
            ) : null}
            {!isUntouched(settings) ? (
              <WordAct
                label="as it came"
                onPress={() => {
                  setSettings(UNTOUCHED);
                  setHints({ inside: [], outside: [] });
                  setTool(null);
                }}
              />
            ) : null}
          </View>
          {earlier.length > 0 ? (
            <Acts about="Kept earlier">
              <WordAct
                small
                label="as it came"
                on={reference.revision === 0}
                onPress={() => void change({ id: reference.id, patch: { revision: 0 } })}
              />
              {earlier.map(({ revision }) => (
                <WordAct
                  key={revision}
                  small
                  label={`nr ${revision}`}
                  spoken={`Preparation ${revision}`}
                  on={reference.revision === revision}
                  onPress={() => void change({ id: reference.id, patch: { revision } })}
                />
              ))}
            </Acts>
          ) : null}
        </ScrollView>
      </View>
    </View>
  );
}

/** A line with points so close that none of the raster is jumped over. */
function densely(points: readonly Point[]): Point[] {
  return points.flatMap((p, i) => {
    const q = points[i + 1];
    if (!q) return [p];
    return Array.from({ length: 12 }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / 12,
      y: p.y + ((q.y - p.y) * k) / 12,
    }));
  });
}
