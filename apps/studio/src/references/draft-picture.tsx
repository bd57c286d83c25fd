import { useEffect, useRef } from 'react';
import type { Reference } from '@deft/contract';
import type { Preparation } from '@deft/core/reference';
import { previewOf } from '../data/addresses';
import { prepareWorker } from '../data/workers';

/** A preparation as it will look: drawn by a worker as soon as the settings rest, the newest only. */
export function DraftPicture({
  reference,
  settings,
  onFailed,
}: {
  readonly reference: Reference;
  readonly settings: Preparation;
  readonly onFailed: (failed: boolean) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const state = useRef<{ busy: boolean; next: Preparation | null }>({ busy: false, next: null });
  useEffect(() => {
    const { current: queue } = state;
    queue.next = settings;
    if (queue.busy) return;
    queue.busy = true;
    const work = async (): Promise<void> => {
      for (let now = queue.next; now; now = queue.next) {
        queue.next = null;
        const element = canvas.current;
        if (!element) break;
        const longest = Math.min(
          1280,
          Math.round(
            Math.max(element.clientWidth, element.clientHeight) * Math.min(2, window.devicePixelRatio),
          ) || 800,
        );
        const bitmap = await prepareWorker().show(
          new URL(previewOf({ id: reference.id, revision: 0 }), window.location.href).href,
          { width: reference.original.width, height: reference.original.height },
          now,
          longest,
        );
        element.width = bitmap.width;
        element.height = bitmap.height;
        element.getContext('2d')?.drawImage(bitmap, 0, 0);
        element.dataset['shown'] = String(Number(element.dataset['shown'] ?? 0) + 1);
        bitmap.close();
        onFailed(false);
      }
    };
    work()
      .catch(() => onFailed(true))
      .finally(() => {
        queue.busy = false;
      });
  }, [reference, settings, onFailed]);
  return (
    <canvas
      ref={canvas}
      data-testid="draft"
      aria-label={`${reference.title}, as it is being prepared`}
      style={{ width: '100%', height: '100%', display: 'block' }}
    />
  );
}
