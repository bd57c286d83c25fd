/** Raised for a file that the desk will not keep. The message names no file: its list does. */
export class NotAPicture extends Error {
  override readonly name = 'NotAPicture';
}
