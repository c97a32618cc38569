/** A code that came with the address, as in #code=K7QMX-2X9DA: behind the hash it reaches no server's log. */
export interface CodeGiven {
  code: string;
  /** It is the first lead's of an empty shop, whom nobody has named yet. */
  isFirst: boolean;
}

export function codeInAddress(): CodeGiven | null {
  const [, kind, code] = /^#(code|first)=([A-Z0-9-]{6,40})$/i.exec(window.location.hash) ?? [];
  return code ? { code, isFirst: kind === 'first' } : null;
}

/** The address that somebody comes in by with a code. */
export const addressOfCode = (code: string): string => `${window.location.origin}/yard#code=${code}`;
