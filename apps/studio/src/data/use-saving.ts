import { useEffect, useRef, useState } from 'react';
import { sentenceOf } from './refusals';
import { saveMade, type Making } from './save-file';

export interface Saving {
  /** What is being made, and how far it is; null while nothing is. */
  readonly making: (Making & { readonly name: string }) | null;
  /** What became of the last one, in words. */
  readonly sentence: string | null;
  readonly save: (address: string, name: string, before?: () => Promise<void>) => Promise<void>;
  readonly stop: () => void;
}

/** Files that the desk makes: asked for, followed, stopped, and also when one goes elsewhere meanwhile. */
export function useSaving(): Saving {
  const [making, setMaking] = useState<Saving['making']>(null);
  const [sentence, setSentence] = useState<string | null>(null);
  const stopping = useRef<AbortController | null>(null);
  useEffect(() => () => stopping.current?.abort(), []);
  const save: Saving['save'] = async (address, name, before) => {
    stopping.current?.abort();
    const { signal } = (stopping.current = new AbortController());
    setSentence(null);
    setMaking({ name, done: 0, of: 0 });
    const end = (text: string): void => {
      if (stopping.current?.signal !== signal) return;
      setSentence(text);
      setMaking(null);
    };
    try {
      await before?.();
      await saveMade(address, name, (made) => setMaking({ name, ...made }), signal);
      end(`${name} is saved.`);
    } catch (error) {
      end(signal.aborted ? `${name} was stopped.` : sentenceOf(error));
    }
  };
  return { making, sentence, save, stop: () => stopping.current?.abort() };
}
