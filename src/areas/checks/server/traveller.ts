import { formatDuration } from '../../../core/units/format.ts';
import { codeOf, safe } from '../../../platform/http/paper.ts';
import { lastsOf, ofProgram } from '../../rules/outcome.ts';
import type { getJobPage } from './jobs.ts';

type Page = Extract<Awaited<ReturnType<typeof getJobPage>>, { ok: true }>['value'];
const PICTURE_MM = [70, 60] as const;
const CAPTION_MM = 62;

const row = (label: string, value: string): string => `<tr><th>${safe(label)}</th><td>${safe(value)}</td></tr>`;

/** The sheet that goes with a job to the machine: verdict, recipe, what to set and to tick, a picture, when it will be done. For paper. */
export async function travellerOf(page: Page, address: string, now: Date): Promise<string> {
  const { run, name, title, toSet, confirmed, quantity, outOfDate } = page;
  const outcome = run?.outcome ?? null;
  const sheet = run?.sheet ?? page.sheet;
  const qr = await codeOf(address);
  const e = outcome?.estimate;
  const done = e && new Date(now.getTime() + lastsOf(e) * 1000);
  const clock = (d: Date): string => d.toLocaleString('sv-SE').slice(0, 16); // by the clock of the farm’s own server
  const verdict = !outcome ? 'not checked' : outOfDate ? `out of date: ${outcome.sentence}` : outcome.sentence;
  const ticked = (key: string): string => {
    const said = confirmed.find((c) => c.item === key);
    return said ? `seen to by ${said.personName}, ${clock(new Date(said.at))}` : '';
  };
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${safe(`${name} ${title}`)}</title><style>
@page{size:A4;margin:14mm}body{font:10.5pt/1.4 sans-serif;color:#22252b;margin:0 auto;max-width:182mm;padding:8mm 0}
h1{font-size:17pt;margin:0}h2{font-size:11pt;margin:6mm 0 1.5mm;border-bottom:.3mm solid #22252b}table{border-collapse:collapse;width:100%}
th{text-align:left;font-weight:400;color:#555;width:38mm;vertical-align:top}td{font-variant-numeric:tabular-nums}.top{display:flex;justify-content:space-between;gap:8mm}
.qr{width:26mm}.verdict{font-size:13pt;font-weight:700;padding:2mm 3mm;border:.5mm solid #22252b;margin-top:4mm}.verdict[data-v=blocked]{border-style:double;border-width:1.2mm}
li{list-style:none;display:flex;gap:3mm;margin:1.5mm 0}.box{width:4.2mm;height:4.2mm;border:.35mm solid #22252b;flex:none;text-align:center;line-height:4mm}ul{padding:0;margin:0}.two{display:flex;gap:8mm}.two>div{flex:1}small{color:#555}
@media print{.screen{display:none}}</style></head><body>
<p class="screen"><small>Print this page; it is made for A4.</small></p>
<div class="top"><div><h1>${safe(title)}</h1><div>${safe(`${name} · ${quantity} ${quantity === 1 ? 'piece' : 'pieces'} · ${page.class}`)}</div><div>${safe(page.fileName)} <small>SHA-256 ${safe((run?.programSha ?? page.fileSha).slice(0, 16))}…</small></div></div><div class="qr">${qr}</div></div>
<div class="verdict" data-v="${safe(outcome?.verdict ?? '')}">${safe(verdict)}</div>
<div class="two"><div><h2>On</h2><table>${sheet ? [row('machine', sheet.machine.name), row('tool', sheet.recipe.tool.name), row('material', sheet.recipe.material.name), row('loaded', sheet.machine.loaded ? `${sheet.machine.loaded.name}, lot ${sheet.machine.loaded.lot}` : 'nothing, by the record'), row('process', sheet.recipe.process.name)].join('') : ''}</table>
<h2>Estimate, one print</h2><table>${e ? [row('print', formatDuration(lastsOf(e))), ...('resinMl' in e ? [] : [row('heating of it', formatDuration(e.heatingS))]), row('started now, done', done ? clock(done) : ''), 'resinMl' in e ? row('resin', `${e.resinMl.toFixed(1)} ml`) : row('filament', `${(e.filamentMm / 1000).toFixed(2)} m, ${e.massG.toFixed(1)} g`), row('cost', `€ ${e.cost.toFixed(2)}`), row('layers', String(e.layers))].join('') : ''}</table></div>
<div><h2>Seen from the front</h2>${outcome ? silhouette(outcome) : ''}</div></div>
<h2>Confirm at the machine</h2><ul>${toSet.map((t) => `<li><span class="box">${ticked(t.key) ? '✓' : ''}</span><span>${safe(t.says)}<br><small>${safe(ticked(t.key) || t.known || '')}</small></span></li>`).join('')}</ul>
<h2>Findings</h2>${outcome && outcome.findings.length > 0 ? `<ul>${outcome.findings.map((f) => `<li><span><b>${safe(f.severity)}</b> ${safe(f.title)}: ${safe(f.figure)} against ${safe(f.limit)}${f.zMm === null ? '' : ` at ${f.zMm.toFixed(1)} mm`}. <small>${safe(f.fix)}</small></span></li>`).join('')}</ul>` : '<p>None.</p>'}
<h2>Came out</h2><table><tr><th>defects, layer, remark</th><td style="height:16mm"></td></tr><tr><th>by, when</th><td></td></tr></table>
</body></html>`;
}

/** What is laid, layer by layer, as wide as it is, to scale. */
function silhouette(outcome: NonNullable<NonNullable<Page['run']>['outcome']>): string {
  const program = ofProgram(outcome);
  if (!program) return '<p>Layers of light: see them on the job’s page.</p>';
  const rows = program.report.layerRows.filter((r) => Number.isFinite(r.minX) && r.maxX > r.minX);
  if (rows.length === 0) return '<p>Nothing is laid.</p>';
  const [x0, x1] = [Math.min(...rows.map((r) => r.minX)), Math.max(...rows.map((r) => r.maxX))];
  const top = rows.at(-1)!.zMm;
  const scale = Math.min(PICTURE_MM[0] / (x1 - x0), PICTURE_MM[1] / top, 1);
  const bars = rows
    .map((r, i) => {
      const below = rows[i - 1]?.zMm ?? 0;
      const h = Math.max(0.05, (r.zMm - below) * scale);
      return `<rect x="${((r.minX - x0) * scale).toFixed(2)}" y="${((top - r.zMm) * scale).toFixed(2)}" width="${((r.maxX - r.minX) * scale).toFixed(2)}" height="${(h + 0.03).toFixed(2)}"/>`;
    })
    .join('');
  const [w, h] = [(x1 - x0) * scale, top * scale];
  const room = Math.max(w, CAPTION_MM);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${room.toFixed(1)}mm" height="${(h + 5).toFixed(1)}mm" viewBox="0 0 ${room.toFixed(2)} ${(h + 5).toFixed(2)}"><g fill="#b9b1a0">${bars}</g><path d="M0 ${h.toFixed(2)}H${w.toFixed(2)}" stroke="#22252b" stroke-width=".4"/><text x="0" y="${(h + 4).toFixed(2)}" font-size="3">${(x1 - x0).toFixed(1)} mm wide, ${top.toFixed(1)} mm high, 1:${(1 / scale).toFixed(1)}</text></svg>`;
}
