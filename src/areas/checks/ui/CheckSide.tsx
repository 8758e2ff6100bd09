import { Table } from '@mantine/core';
import { formatDuration } from '../../../core/units/format.ts';
import { doneBy } from '../../../ui/dates.ts';
import { volumeText } from './volumeText.ts';
import { lastsOf, timeParts, WORDS_NOT_KNOWN, type CheckOutcome, type Estimate } from '../../rules/outcome.ts';
import type { CheckContext } from '../../rules/context.ts';
import { saidBeside } from '../../rules/program/saidBeside.ts';
import { RulesRan } from './RulesRan.tsx';
import { TeachMacro } from './TeachMacro.tsx';
import { Side } from '../../../ui/Side.tsx';

const MOST_WORDS = 12;

/** Estimate, when findings bite, and which rules ran or could not. */
export function CheckSide({
  outcome,
  sheet,
  onTaught,
  prints,
  rulesVersion,
  note,
  programHref,
}: {
  readonly outcome: CheckOutcome;
  readonly sheet: CheckContext;
  /** Somebody has said what a word of the controller does. */
  readonly onTaught: () => void;
  readonly prints: number;
  readonly rulesVersion: string | null;
  readonly note?: string;
  /** Where the program laid from a mesh can be had. */
  readonly programHref?: string | undefined;
}) {
  const e = outcome.estimate;
  const parts: NonNullable<Estimate['parts']> = e.parts ?? { moves: e.timeS, heating: e.heatingS };
  const r = outcome.report;
  const mesh = outcome.mesh;
  const said = mesh ? [] : saidBeside(r, sheet);
  return (
    <Side label="Estimate and context">
      <h3>Estimate, one print{prints > 1 && ` of ${prints}`}</h3>
      <dl className="kv">
        <dt>lasts</dt>
        <dd>
          {formatDuration(lastsOf(e))}
          {e.pace && (
            <small className="hint">
              {' '}
              {formatDuration((lastsOf(e) * e.pace.low) / e.pace.ratio)} to{' '}
              {formatDuration((lastsOf(e) * e.pace.high) / e.pace.ratio)}
            </small>
          )}
        </dd>
        <dt>done by</dt>
        <dd suppressHydrationWarning>{doneBy(lastsOf(e))}</dd>
        <dt>filament</dt>
        <dd>{(e.filamentMm / 1000).toFixed(2)} m</dd>
        <dt>mass</dt>
        <dd>{e.massG.toFixed(1)} g</dd>
        <dt>cost</dt>
        <dd>€ {e.cost.toFixed(2)}</dd>
        <dt>layers</dt>
        <dd>
          {e.layers}
          {r.spiral && ' turns'}
        </dd>
        {r.parts && r.parts.length > 1 && (
          <>
            <dt>stand apart</dt>
            <dd>{r.parts.length}</dd>
          </>
        )}
      </dl>
      <h3>Where the time goes</h3>
      <dl className="kv">
        {timeParts
          .filter((part) => parts[part] !== undefined)
          .map((part) => [<dt key={part}>{part}</dt>, <dd key={`${part}n`}>{formatDuration(parts[part]!)}</dd>])}
        {e.notTimed?.map((part) => [
          <dt key={part}>{part}</dt>,
          <dd key={`${part}n`} className="hint">
            {part === WORDS_NOT_KNOWN ? 'not timed, left out' : 'not timed on this machine, left out'}
          </dd>,
        ])}
        {e.pace && (
          <>
            <dt>by {e.pace.prints} prints here</dt>
            <dd>
              × {e.pace.ratio.toFixed(3)} ({e.pace.low.toFixed(3)} to {e.pace.high.toFixed(3)})
            </dd>
          </>
        )}
      </dl>
      {e.heads && (
        <>
          <h3>By head</h3>
          <dl className="kv">
            {e.heads.map((h) => [
              <dt key={h.head}>
                {h.head}: {h.material}
              </dt>,
              <dd key={`${h.head}n`}>{h.massG.toFixed(1)} g</dd>,
            ])}
          </dl>
        </>
      )}
      {prints > 1 && (
        <>
          <h3>All {prints} prints</h3>
          <dl className="kv">
            <dt>time</dt>
            <dd>{formatDuration(lastsOf(e) * prints)}</dd>
            <dt>mass</dt>
            <dd>{(e.massG * prints).toFixed(1)} g</dd>
            <dt>cost</dt>
            <dd>€ {(e.cost * prints).toFixed(2)}</dd>
          </dl>
        </>
      )}
      {r.boundsMm && !mesh && (
        <>
          <h3>Measured</h3>
          <dl className="kv">
            <dt>size</dt>
            <dd>{r.boundsMm.max.map((v, i) => (v - r.boundsMm!.min[i]!).toFixed(1)).join(' × ')} mm</dd>
            <dt>moves</dt>
            <dd>{(r.extrudingMoves + r.travelMoves).toLocaleString('en-GB')}</dd>
            <dt>retractions</dt>
            <dd>{r.retractions}</dd>
          </dl>
        </>
      )}
      {mesh && (
        <>
          <h3>As drawn</h3>
          <dl className="kv">
            <dt>size</dt>
            <dd>{mesh.maxMm.map((v, i) => (v - mesh.minMm[i]!).toFixed(1)).join(' × ')} mm</dd>
            <dt>volume</dt>
            <dd>{volumeText(mesh.facts)}</dd>
            <dt>on the plate</dt>
            <dd>{mesh.contactMm2.toFixed(0)} mm²</dd>
            <dt>overhang beyond {mesh.overhangLimitDeg.toFixed(0)}°</dt>
            <dd>{mesh.overhangMm2.toFixed(0)} mm²</dd>
            <dt>support, skirt, brim</dt>
            <dd>{((mesh.restMm3 - (mesh.purgeMm3 ?? 0)) / 1000).toFixed(2)} cm³</dd>
            {mesh.purgeMm3 !== undefined && mesh.purgeMm3 > 0 && (
              <>
                <dt>purge tower</dt>
                <dd>{(mesh.purgeMm3 / 1000).toFixed(2)} cm³</dd>
              </>
            )}
          </dl>
          <p className="hint">
            Time and material come from a toolpath generated from the recipe: good for estimates, coupons and simple
            parts.{' '}
            {programHref && (
              <a href={programHref} download>
                Download G-code
              </a>
            )}
          </p>
        </>
      )}
      {said.length > 0 && (
        <>
          <h3>Stated in the file, and measured</h3>
          <Table className="list">
            <Table.Tbody>
              {said.map(({ said: s, measured, isOther }) => (
                <Table.Tr key={s.kind}>
                  <Table.Td>
                    {s.text} <span className="hint">line {s.line}</span>
                  </Table.Td>
                  <Table.Td>
                    {measured ?? <span className="hint">not measured</span>} {isOther && <b>differs</b>}
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </>
      )}
      <RulesRan outcome={outcome} rulesVersion={rulesVersion} note={note} />
      {r.unknownWords.length > 0 && (
        <>
          <h3>Unknown words</h3>
          {r.unknownWords.slice(0, MOST_WORDS).map((u) => (
            <p key={u.word} className="hint">
              <span className="f">
                {u.word} (line {u.line}, {u.count}×)
              </span>{' '}
              <TeachMacro word={u.word} machineId={sheet.machine.id} onTaught={onTaught} />
            </p>
          ))}
          {r.unknownWords.length > MOST_WORDS && <p className="hint">and {r.unknownWords.length - MOST_WORDS} more</p>}
        </>
      )}
      {r.problemCount > 0 && (
        <>
          <h3>Lines that could not be read</h3>
          {r.problems.slice(0, 8).map((p) => (
            <p key={`${p.line}${p.text}`} className="hint">
              line {p.line}: {p.text}
            </p>
          ))}
          {r.problemCount > 8 && <p className="hint">and {r.problemCount - 8} more</p>}
        </>
      )}
    </Side>
  );
}
