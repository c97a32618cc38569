/** The mark: a low sun over two lines of road. */
export function Brand() {
  return (
    <svg width={24} height={20} viewBox="0 0 24 20" aria-hidden="true">
      <path d="M6 12a6 6 0 0 1 12 0z" fill="var(--ember-hover)" />
      <path d="M1 14.500h22M6 18h12" stroke="var(--lit-amber)" strokeWidth={1.8} strokeLinecap="round" />
      <path
        d="M12 1v2.600M4.200 4.200l1.900 1.900M19.800 4.200l-1.900 1.900"
        stroke="var(--lit-amber)"
        strokeWidth={1.6}
        strokeLinecap="round"
      />
    </svg>
  );
}
