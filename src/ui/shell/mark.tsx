/** The product's mark: a frame with its four centring marks. */
export function Mark() {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden>
      <rect x="2" y="2" width="18" height="18" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <path d="M11 0v7M11 22v-7M0 11h7M22 11h-7" stroke="var(--chakra-colors-plum)" strokeWidth="1.8" />
    </svg>
  );
}
