import { codeOf, paper, safe } from './paper.ts';

export interface Label {
  readonly title: string;
  readonly lines: readonly string[];
  /** What its code opens. */
  readonly address: string;
}

/** Labels to print and stick on, three in a row, each with a code that a phone opens its page by. */
export async function labelSheet(labels: readonly Label[]): Promise<Response> {
  const cells = [];
  for (const { title, lines, address } of labels) {
    cells.push(
      `<div class="label"><div class="qr">${await codeOf(address)}</div><div><b>${safe(title)}</b>${lines.map((l) => `<div>${safe(l)}</div>`).join('')}</div></div>`,
    );
  }
  return paper(
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Labels</title><style>
@page{size:A4;margin:8mm}body{margin:0 auto;padding:6mm;max-width:194mm;font:8.5pt/1.35 sans-serif;color:#22252b}
.sheet{display:grid;grid-template-columns:repeat(3,1fr);gap:2mm}.label{display:flex;gap:3mm;height:30mm;padding:3mm;border:.2mm dashed #999;box-sizing:border-box;overflow:hidden;break-inside:avoid}
.qr{width:23mm;flex:none}b{display:block;font-size:13pt;line-height:1.2}@media print{.screen{display:none}}</style></head><body>
<p class="screen">Print this page; it is made for A4, labels of 62 by 30 mm.</p><div class="sheet">${cells.join('')}</div></body></html>`,
  );
}
