/** Checks that could not look, together where they wait for the same: a check that is silent here has not passed. */
export function NotChecked({
  checks,
}: {
  readonly checks: readonly { readonly title: string; readonly needs: string }[];
}) {
  const byNeed = new Map<string, string[]>();
  for (const { title, needs } of checks) byNeed.set(needs, [...(byNeed.get(needs) ?? []), title]);
  return (
    <>
      {[...byNeed].map(([needs, titles]) => (
        <p key={needs} className="hint notchecked">
          <b>Not checked:</b> needs {needs}. {titles.join('; ')}.
        </p>
      ))}
    </>
  );
}
