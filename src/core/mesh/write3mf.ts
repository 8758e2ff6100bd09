import { strToU8, zipSync } from 'fflate';
import type { MeshPart } from './mesh.ts';

const TYPES =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>';
const RELATIONSHIPS =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';
/** Zip keeps no year before 1980: one fixed day makes the same parts the same bytes. */
const DAY = new Date(1980, 0, 1, 12);

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`).replace(/[\0-\x1f]/g, ' ');

/** Parts as a 3MF package in millimetres, one object and one build item each (core specification 1.3). */
export function write3mf(parts: readonly MeshPart[], title: string): Uint8Array {
  const lines: string[] = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">',
    ` <metadata name="Title">${escaped(title)}</metadata>`,
    ' <resources>',
  ];
  parts.forEach(({ name, mesh: { xyz, corners } }, i) => {
    lines.push(`  <object id="${i + 1}" type="model" name="${escaped(name)}"><mesh><vertices>`);
    for (let v = 0; v < xyz.length; v += 3)
      lines.push(`   <vertex x="${xyz[v]!}" y="${xyz[v + 1]!}" z="${xyz[v + 2]!}"/>`);
    lines.push('  </vertices><triangles>');
    for (let t = 0; t < corners.length; t += 3)
      lines.push(`   <triangle v1="${corners[t]!}" v2="${corners[t + 1]!}" v3="${corners[t + 2]!}"/>`);
    lines.push('  </triangles></mesh></object>');
  });
  lines.push(
    ' </resources>',
    ' <build>',
    ...parts.map((_, i) => `  <item objectid="${i + 1}"/>`),
    ' </build>',
    '</model>',
    '',
  );
  return zipSync(
    {
      '[Content_Types].xml': strToU8(TYPES),
      '_rels/.rels': strToU8(RELATIONSHIPS),
      '3D/3dmodel.model': strToU8(lines.join('\n')),
    },
    { level: 6, mtime: DAY },
  );
}
