import { idOf, type Id } from '@deft/core/page';

/** Works without a secure context, unlike the browser's own UUIDs. */
export const newId = (): Id => idOf(crypto.getRandomValues(new Uint8Array(16)));
