import type { Moment } from './use-clock';

/** Frequencies in hertz, when they begin in seconds, and how long they ring. */
const NOTES: Readonly<Record<Moment, readonly (readonly [number, number, number])[]>> = {
  half: [[520, 0, 0.12]],
  soon: [
    [660, 0, 0.1],
    [660, 0.16, 0.1],
  ],
  bell: [
    [784, 0, 0.9],
    [1176, 0, 0.5],
    [2093, 0, 0.25],
  ],
};
const LOUDNESS = 0.12;
const SHAKES: Readonly<Record<Moment, readonly number[]>> = { half: [40], soon: [40, 60, 40], bell: [180] };

/**
 * Sounds of a session, made of plain waves on the spot. They need a touch before they are allowed, which
 * every start is.
 */
export class Bells {
  private context: AudioContext | null = null;

  /** Once a hand has touched something. */
  wake(): void {
    if (typeof AudioContext === 'undefined') return;
    this.context ??= new AudioContext();
    if (this.context.state === 'suspended') void this.context.resume().catch(() => undefined);
  }

  ring(moment: Moment): void {
    const { context } = this;
    if (!context || context.state !== 'running') return;
    for (const [pitch, begins, lasts] of NOTES[moment]) {
      const at = context.currentTime + begins;
      const wave = context.createOscillator();
      const loud = context.createGain();
      wave.frequency.value = pitch;
      loud.gain.setValueAtTime(0, at);
      loud.gain.linearRampToValueAtTime(LOUDNESS, at + 0.008);
      loud.gain.exponentialRampToValueAtTime(0.0001, at + lasts);
      wave.connect(loud).connect(context.destination);
      wave.start(at);
      wave.stop(at + lasts + 0.02);
    }
  }

  close(): void {
    void this.context?.close().catch(() => undefined);
    this.context = null;
  }
}

export const shake = (moment: Moment): void => {
  if ('vibrate' in navigator) navigator.vibrate([...SHAKES[moment]]);
};
