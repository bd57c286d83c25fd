import { useEffect, useState } from 'react';
import { invert, transformPoint, type Point } from '@deft/core/geometry';
import { isUntouched, preparedFrame, UNTOUCHED, type Preparation, type Turn } from '@deft/core/reference';
import type { Reference } from '@deft/contract';
import { previewOf } from '../data/addresses';
import { useChangeReferenceMutation } from '../data/references-api';
import { sentenceOf } from '../data/refusals';
import { prepareWorker } from '../data/workers';
import { CropHand } from '../page/crop-hand';
import type { StageHand } from '../page/parts/stage';
import { useSay } from '../ui/notes';
import { useLatest } from '../ui/use-latest';
import { usePrepareMutation } from './api';

/**
 * What is drawn on the picture just now: its frame, a line round the thing, or lines over it and beside it.
 */
export type PrepareTool = 'crop' | 'round' | 'inside' | 'outside' | null;

type Lines = readonly (readonly Point[])[];
/** Lines over what is to be cut out, and over what is not. Original-picture pixels. */
export interface OutlineHints {
  readonly inside: Lines;
  readonly outside: Lines;
}
const NO_HINTS: OutlineHints = { inside: [], outside: [] };

/** Longest side at which an outline is suggested, pixels. */
const SUGGEST_AT = 420;
/** Points put between two of a drawn line, so that none of the raster is jumped over. */
const BETWEEN = 12;

const densely = (points: readonly Point[]): Point[] =>
  points.flatMap((p, i) => {
    const q = points[i + 1];
    if (!q) return [p];
    return Array.from({ length: BETWEEN }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / BETWEEN,
      y: p.y + ((q.y - p.y) * k) / BETWEEN,
    }));
  });

/** While something is drawn on the picture all of it is seen: uncropped, and not cut out. */
const seenWith = (settings: Preparation, tool: PrepareTool): Preparation =>
  tool === null
    ? settings
    : tool === 'crop'
      ? { ...settings, crop: null }
      : { ...settings, crop: null, outline: null };

/** The settings of a preparation as they are changed, and what is drawn on the picture to change them. */
export function usePreparing(reference: Reference) {
  const say = useSay();
  const { original } = reference;
  const [settings, setSettings] = useState<Preparation>(reference.preparation);
  const [tool, setTool] = useState<PrepareTool>(null);
  const [hints, setHints] = useState<OutlineHints>(NO_HINTS);
  const [line, setLine] = useState<readonly Point[]>([]);
  const [searching, setSearching] = useState(false);
  const set = (to: Partial<Preparation>): void => setSettings((old) => ({ ...old, ...to }));
  const shown = seenWith(settings, tool);
  const frame = preparedFrame(original, shown);
  const back = invert(frame.toPrepared);
  const toOriginal = (p: Point): Point => transformPoint(back, p);

  const suggest = async (next: OutlineHints): Promise<void> => {
    setHints(next);
    if (next.inside.length === 0) return;
    setSearching(true);
    const address = new URL(previewOf({ id: reference.id, revision: 0 }), window.location.href).href;
    const outline = await prepareWorker()
      .suggest(address, original, next.inside.flat(), next.outside.flat(), SUGGEST_AT)
      .catch(() => []);
    setSearching(false);
    if (outline.length >= 3) set({ outline });
    else say({ text: 'No outline was found from these lines. Draw another over the thing.' });
  };
  const [cropHand] = useState(() => new CropHand((crop) => setSettings((old) => ({ ...old, crop }))));
  useEffect(() => cropHand.follow(settings.crop, frame));
  const ended = useLatest((points: readonly Point[]) => {
    setLine([]);
    if (tool === 'round' && points.length > 5) {
      set({ outline: points.map(toOriginal) });
      setTool(null);
    }
    if (tool === 'inside' || tool === 'outside')
      void suggest({ ...hints, [tool]: [...hints[tool], densely(points.map(toOriginal))] });
  });
  const lineHand: StageHand = {
    begin: (at) => setLine([at]),
    move: (at) => setLine((old) => [...old, at]),
    end: (points) => ended.current(points),
    cancel: () => setLine([]),
  };
  return {
    settings,
    set,
    shown,
    frame,
    tool,
    takeTool: (value: PrepareTool): void => {
      setTool(tool === value ? null : value);
      setLine([]);
    },
    hand: tool === 'crop' ? cropHand : tool === null ? null : lineHand,
    line,
    hints,
    searching,
    changed: JSON.stringify(settings) !== JSON.stringify(reference.preparation),
    turn: (by: 90 | -90): void => set({ turn: ((settings.turn + by + 360) % 360) as Turn, crop: null }),
    flip: (): void =>
      set({
        flip: !settings.flip,
        crop: settings.crop && { ...settings.crop, x: 1 - settings.crop.x - settings.crop.width },
      }),
    uncut: (): void => {
      set({ outline: null });
      setHints(NO_HINTS);
    },
    leave: (): void => setSettings(reference.preparation),
    reset: (): void => {
      setSettings(UNTOUCHED);
      setHints(NO_HINTS);
      setTool(null);
    },
  };
}

export type Preparing = ReturnType<typeof usePreparing>;

/** Keeps a preparation, and tells what came of it. */
export function useKeepPreparation(reference: Reference) {
  const say = useSay();
  const [prepare, { isLoading: keeping }] = usePrepareMutation();
  const [change] = useChangeReferenceMutation();
  const show = (revision: number): void => void change({ id: reference.id, patch: { revision } });
  const keep = async (settings: Preparation): Promise<void> => {
    const { error } = await prepare({ reference: reference.id, settings });
    if (error) return say({ text: `Nothing was kept. ${sentenceOf(error)} Your settings are still here.` });
    say({
      text: isUntouched(settings) ? 'The picture is as it came.' : 'Kept. The original stays as it came.',
      undo: () => show(reference.revision),
    });
  };
  return { keep, keeping, show };
}
