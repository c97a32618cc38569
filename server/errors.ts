/** Every error that the API can answer. docs/errors.md lists the same codes with what to do; a test compares the two. */
export const ERRORS = {
  SIGN_IN_FAILED: { status: 401, message: 'Name or password is wrong. Check both and try again.' },
  NOT_SIGNED_IN: { status: 401, message: 'You are not signed in. Sign in and try again.' },
  SESSION_MISMATCH: { status: 403, message: 'This page belongs to another sign-in. Reload it and try again.' },
  NOT_ALLOWED: { status: 403, message: 'Your role may not do this. Ask the lead.' },
  TOO_MANY_TRIES: { status: 429, message: 'Too many tries. Wait a minute and try again.' },
  INVALID_INPUT: { status: 400, message: 'Something in the request is not right.' },
  TOO_LARGE: { status: 413, message: 'That is too large to send in one go.' },
  PERSON_NOT_FOUND: { status: 404, message: 'There is nobody of that name in the shop.' },
  LAST_LEAD: { status: 409, message: 'Somebody has to lead: make another person lead first.' },
  CODE_WRONG: { status: 401, message: 'This code is not right, or it has run out. Ask the lead for a new one.' },
  PASSWORD_WRONG: { status: 403, message: 'The password that you have now is not right. Type it again.' },
  UNIT_NOT_FOUND: { status: 404, message: 'There is no such unit in the yard.' },
  TAG_TAKEN: { status: 409, message: 'A unit with this tag stands in the yard already. Choose another tag.' },
  BODY_REFUSED: { status: 400, message: 'The body cannot be built with these dimensions.' },
  UNIT_DAMAGED: {
    status: 422,
    message: 'The record of this unit cannot be read. Nothing else is touched; "bin/ember verify" says more.',
  },
  SHOP_DAMAGED: {
    status: 422,
    message: 'The record of the shop cannot be read. Units are not touched; "bin/ember verify" says more.',
  },
  SHELF_CHANGED: { status: 409, message: 'Somebody changed this lamp meanwhile. Load the shelf again.' },
  PHOTO_DIFFERS: { status: 409, message: 'Another picture is kept under this id already. Take the picture anew.' },
  PHOTO_QUOTA: {
    status: 413,
    message: 'This unit has as many pictures as it can keep. Take some out of the survey first.',
  },
  NOT_A_PICTURE: { status: 400, message: 'That is no picture that can be read. Send a JPEG, PNG or WebP.' },
  NOT_FOUND: { status: 404, message: 'There is nothing at this address.' },
  DATABASE_AWAY: { status: 503, message: 'The database is away for a moment. Your work is kept; it is tried again.' },
  TOO_BUSY: { status: 503, message: 'The server is busy with other papers. Wait a moment and try again.' },
  DISK_FULL: {
    status: 507,
    message: 'The disk of the server is full. Nothing of this was kept: make room, then try again.',
  },
  UNEXPECTED: {
    status: 500,
    message: 'Something went wrong on the server. Nothing of this request was kept; try again.',
  },
} as const;

const RETRY_AFTER_S = 2;

export type ErrorCode = keyof typeof ERRORS;

export interface ErrorIssue {
  path: string;
  message: string;
}

/** An error with a code of the registry; `detail` replaces the general sentence by one about this case. */
export class ApiError extends Error {
  constructor(
    readonly code: ErrorCode,
    detail?: string,
    readonly issues: ErrorIssue[] = [],
  ) {
    super(detail ?? ERRORS[code].message);
  }

  /** Seconds after which asking again makes sense. */
  get retryAfterS(): number | null {
    return this.status === 503 || this.status === 429 ? RETRY_AFTER_S : null;
  }

  get status(): number {
    return ERRORS[this.code].status;
  }
}
