import type { ComponentType, PropsWithChildren, ReactNode } from 'react';
import type { Reference } from '@deft/contract';
import type { StageHand } from '../page/parts/stage';
import type { Shown } from './marks-over';

/** What a part shows on the picture and does with contacts on it. */
export interface OnStage {
  readonly hand?: StageHand | null;
  readonly shown?: Shown;
}

export interface PartProps {
  readonly reference: Reference;
  readonly onStage: (stage: OnStage) => void;
}

/** How a part lies on the screen: the picture on its stage, and the part's controls in the panel. */
export type PartLayout = ComponentType<PropsWithChildren<{ readonly stage: ReactNode }>>;
