/** A code that came with the address, as in #code=K7QMX-2X9DA: behind the hash it reaches no server's log. */
export const codeInAddress = (): string | null => /^#code=([A-Z0-9-]{6,40})$/i.exec(window.location.hash)?.[1] ?? null;

/** The address that somebody comes in by with a code. */
export const addressOfCode = (code: string): string => `${window.location.origin}/yard#code=${code}`;
