import { useLayoutEffect, useRef, type RefObject } from 'react';

/** The newest value, for listeners and frames that outlive the render that made them. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  });
  return latest;
}
