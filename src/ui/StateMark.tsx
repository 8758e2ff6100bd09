export type Mark = 'proven' | 'due' | 'outside' | 'unproven' | 'sister' | 'note';

/** The shape of a state; a word always stands beside it. */
export function StateMark({ mark }: { readonly mark: Mark }) {
  return (
    <svg width="12" height="12" aria-hidden="true" className="mark">
      {mark === 'proven' && <rect x="1" y="1" width="10" height="10" fill="var(--pine)" />}
      {mark === 'due' && (
        <>
          <rect x="1.5" y="1.5" width="9" height="9" fill="var(--ochre-pale)" stroke="var(--ochre)" />
          <path d="M1.5 7 7 1.5M1.5 10.5 10.5 1.5M5 10.5 10.5 5" stroke="var(--ochre)" />
        </>
      )}
      {mark === 'outside' && <path d="M1 1h10v10H1z M1 4l4 2-4 2z" fill="var(--oxide)" fillRule="evenodd" />}
      {mark === 'sister' && (
        <>
          <rect x="1.5" y="1.5" width="9" height="9" fill="none" stroke="var(--pine)" />
          <rect x="4" y="4" width="4" height="4" fill="var(--pine)" />
        </>
      )}
      {(mark === 'unproven' || mark === 'note') && (
        <rect x="1.5" y="1.5" width="9" height="9" fill="none" stroke="var(--dim)" strokeDasharray="2 1.5" />
      )}
    </svg>
  );
}
