import { useState } from 'react';
import { boxOf, thinned, type Point } from '@deft/core/geometry';
import { cellOutlines, cellsFor, PAGE_SIZE, type Cells } from '@deft/core/page';
import type { Joining, PaperWork, Pose } from '@deft/contract';

export type Loop = readonly Point[];
/** What drawings on a page are told apart by. */
export type SplitBy = 'loops' | 'cells' | 'whole';

/** Millimetres that a loop drawn by hand is thinned by, and the least it must be wide. */
const THIN = 0.6;
const SMALLEST_LOOP = 8;

/**
 * A lifted page split into drawings, each joined to its pose: in order, until that is changed. Loops are
 * proposed where they come out as many as there are poses; ruled lines join everything, and then there are
 * cells.
 */
export function useSplitting(paper: PaperWork, poses: readonly Pose[]) {
  const { width, height } = paper.settings ?? PAGE_SIZE;
  const size = { width, height };
  const [by, setBy] = useState<SplitBy>(
    poses.length === 1 ? 'whole' : paper.loops.length === poses.length ? 'loops' : 'cells',
  );
  const [cells, setCells] = useState<Cells>(cellsFor(poses.length, size));
  const [own, setOwn] = useState<readonly Loop[]>(paper.loops);
  /** Which pose each drawing is joined to, by its place; -1 for none. */
  const [order, setOrder] = useState<readonly number[]>(poses.map((_, i) => i));
  const [picked, setPicked] = useState<number | null>(null);
  const loops: readonly Loop[] =
    by === 'loops' ? own : cellOutlines(size, by === 'cells' ? cells : { columns: 1, rows: 1 });
  const poseOf = (loop: number): Pose | undefined => poses[order[loop] ?? -1];
  return {
    size,
    by,
    setBy,
    cells,
    setCells,
    loops,
    order,
    poseOf,
    picked,
    pick: (loop: number): void => setPicked(picked === loop ? null : loop),
    /** Whether some drawing is joined to a pose. */
    isJoined: (place: number): boolean => loops.some((_, i) => order[i] === place),
    joins: loops.flatMap((loop, i): Joining[] => {
      const pose = poseOf(i);
      return pose ? [{ pose: pose.id, region: by === 'whole' ? null : loop }] : [];
    }),
    /** Joins the picked drawing to a pose; one that was joined to it takes over what the picked one had. */
    joinPicked: (place: number): void => {
      if (picked === null) return;
      const next = [...order];
      const other = next.indexOf(place);
      if (other >= 0) next[other] = next[picked] ?? -1;
      next[picked] = place;
      setOrder(next);
      setPicked(null);
    },
    leavePickedOut: (): void => {
      setOrder(order.map((place, i) => (i === picked ? -1 : place)));
      setPicked(null);
    },
    /** Adds a loop drawn by hand, where it is large enough to be meant. */
    addLoop: (drawn: Loop): void => {
      const box = boxOf(drawn);
      if (box && box.maxX - box.minX > SMALLEST_LOOP && box.maxY - box.minY > SMALLEST_LOOP)
        setOwn([...own, thinned(drawn, THIN)]);
    },
    removeLastLoop: (): void => {
      setOwn(own.slice(0, -1));
      setPicked(null);
    },
  };
}

export type Splitting = ReturnType<typeof useSplitting>;
