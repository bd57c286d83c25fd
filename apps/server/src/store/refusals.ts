/** What was asked for is not there. The message is for people. */
export class Gone extends Error {
  override readonly name = 'Gone';
}

/** The request makes no sense as it stands. The message is for people. */
export class Malformed extends Error {
  override readonly name = 'Malformed';
}

/** Something is laid on a sheet that its page never had. */
export class UnknownSheet extends Error {
  override readonly name = 'UnknownSheet';
}
