import { RULES_VERSION } from '../../rules/version.ts';
import type { Finding, StackOutcome } from '../../rules/outcome.ts';
import { StackHeights } from './StackHeights.tsx';
import { StackSide } from './StackSide.tsx';
import { VerdictBand } from './VerdictBand.tsx';

/** What this device found of the layers a mesh becomes, or of a stack that was brought along. */
export function LayersFound({
  found,
  share,
  prints,
  onFix,
}: {
  readonly found: StackOutcome | null;
  readonly share: number | null;
  readonly prints: number;
  readonly onFix: (finding: Finding) => void;
}) {
  if (!found) return null;
  return (
    <>
      <VerdictBand outcome={found} reading={share} />
      <div className="page two">
        <StackHeights outcome={found} onFix={onFix} />
        <StackSide
          outcome={found}
          prints={prints}
          rulesVersion={RULES_VERSION}
          note="Checked on this device; once saved, the server’s own check is the record."
        />
      </div>
    </>
  );
}
