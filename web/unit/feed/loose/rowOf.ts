/** The row of the board that stands for a source, or for lamps. */
export const rowOf = (board: HTMLElement, kind: 'source' | 'loose', name: string): HTMLElement | undefined =>
  [...board.querySelectorAll<HTMLElement>(`[data-${kind}]`)].find((row) => row.dataset[kind] === name);
