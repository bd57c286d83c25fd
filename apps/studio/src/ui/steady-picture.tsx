import { useEffect, useState, type CSSProperties } from 'react';

/** How long after a failure a picture is asked for again, milliseconds. */
const AGAIN = 1000;

interface SteadyPictureProps {
  readonly src: string;
  readonly alt: string;
  readonly style: CSSProperties;
}

/**
 * A picture that is asked for until it has come: where the desk is away for a while, nothing broken is shown
 * in its place.
 */
export function SteadyPicture({ src, alt, style }: SteadyPictureProps) {
  const [tries, setTries] = useState(0);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!failed) return undefined;
    const timer = setTimeout(() => {
      setFailed(false);
      setTries((n) => n + 1);
    }, AGAIN);
    return () => clearTimeout(timer);
  }, [failed]);
  return failed ? (
    <div style={style} />
  ) : (
    <img
      key={`${src} ${tries}`}
      src={src}
      alt={alt}
      draggable={false}
      onError={() => setFailed(true)}
      style={style}
    />
  );
}
