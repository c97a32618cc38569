/** Is somebody typing or choosing where this key was pressed? Then shortcuts keep out of the way. */
export function isTyping({ target }: KeyboardEvent): boolean {
  if (!(target instanceof Element)) return false;
  const input = target.closest('input');
  if (input && input.type !== 'radio' && input.type !== 'checkbox') return true;
  return target.closest('textarea, [contenteditable], .ant-select, .ant-modal') !== null;
}
