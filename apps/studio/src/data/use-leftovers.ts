import { useEffect } from 'react';
import { sendLeftovers } from './use-page';

/** Sends what earlier visits left unconfirmed, once the studio is opened. */
export function useLeftovers(): void {
  useEffect(() => void sendLeftovers().catch(() => undefined), []);
}
