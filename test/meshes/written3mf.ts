import { strToU8, Zip, ZipDeflate, zipSync, type Zippable } from 'fflate';
import { meshOf, type Body } from './bodies.ts';
import { utf16, withBytes, type Writing } from './writing.ts';

const CORE = 'http://schemas.microsoft.com/3dmanufacturing/core/2015/02';
const MODEL_TYPE = 'http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel';
const RELATIONSHIPS = 'http://schemas.openxmlformats.org/package/2006/relationships';
export const rels = (target: string, more = ''): string =>
  `<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="${RELATIONSHIPS}"><Relationship Target="${target}" Id="r0" Type="${MODEL_TYPE}"/>${more}</Relationships>`;
export function meshXml(body: Body, prefix = '', factor = 1): string {
  const { xyz, corners } = meshOf(body);
  const p = prefix && `${prefix}:`;
  const vertices = Array.from(
    { length: xyz.length / 3 },
    (_, i) =>
      `<${p}vertex x="${xyz[3 * i]! * factor}" y="${xyz[3 * i + 1]! * factor}" z="${xyz[3 * i + 2]! * factor}"/>`,
  ).join('');
  const triangles = Array.from(
    { length: corners.length / 3 },
    (_, t) => `<${p}triangle v1="${corners[3 * t]}" v2="${corners[3 * t + 1]}" v3="${corners[3 * t + 2]}"/>`,
  ).join('');
  return `<${p}mesh><${p}vertices>${vertices}</${p}vertices><${p}triangles>${triangles}</${p}triangles></${p}mesh>`;
}
export const modelXml = (resources: string, build = '<item objectid="1"/>', attributes = 'unit="millimeter"'): string =>
  `<?xml version="1.0" encoding="UTF-8"?><model ${attributes} xmlns="${CORE}"><resources>${resources}</resources><build>${build}</build></model>`;
export const packed = (model: string, files: Zippable = {}): Uint8Array =>
  zipSync({
    '[Content_Types].xml': strToU8(
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>',
    ),
    '_rels/.rels': strToU8(rels('/3D/a.model')),
    '3D/a.model': strToU8(model),
    ...files,
  });
const object = (b: Body, more = '', id = 1): string => `<object id="${id}" type="model"${more}>${meshXml(b)}</object>`;
const plain = (b: Body): string => modelXml(object(b));
/** Files of a zip written as they come, their sizes behind them. */
function streamed(files: Readonly<Record<string, string>>): Uint8Array {
  const pieces: Uint8Array[] = [];
  const zip = new Zip((_, piece) => void pieces.push(piece));
  for (const [name, content] of Object.entries(files)) {
    const file = new ZipDeflate(name, { level: 6 });
    zip.add(file);
    file.push(strToU8(content), true);
  }
  zip.end();
  const out = new Uint8Array(pieces.reduce((s, p) => s + p.length, 0));
  pieces.reduce((at, p) => (out.set(p, at), at + p.length), 0);
  return out;
}
const PRODUCTION = 'xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06"';
const SLICE = 'xmlns:s="http://schemas.microsoft.com/3dmanufacturing/slice/2015/07"';
const components = (...list: string[]): string => `<object id="9"><components>${list.join('')}</components></object>`;
const inUnit = (unit: string, mmPerUnit: number): Writing => ({
  way: `in ${unit}s`,
  write: (b) =>
    packed(modelXml(`<object id="1">${meshXml(b, '', 1 / mmPerUnit)}</object>`, undefined, `unit="${unit}"`)),
  mmPerUnit,
});

export const threeMf: readonly Writing[] = [
  { way: 'as it is', write: (b) => packed(plain(b)) },
  {
    way: 'its elements with a prefix',
    write: (b) =>
      packed(
        `<m:model unit="millimeter" xmlns:m="${CORE}"><m:resources><m:object id="1">${meshXml(b, 'm')}</m:object></m:resources><m:build><m:item objectid="1"/></m:build></m:model>`,
      ),
  },
  {
    way: 'with elements of others that have the same names',
    write: (b) =>
      packed(
        modelXml(
          object(b).replace(
            '<vertices>',
            `<x:vertices xmlns:x="urn:made-up"><x:vertex x="900" y="900" z="900"/></x:vertices><vertices>`,
          ),
        ),
      ),
  },
  {
    way: 'with a namespace declared where it is needed',
    write: (b) => packed(modelXml(`<object id="1">${meshXml(b)}<y xmlns="urn:made-up"><vertex x="1"/></y></object>`)),
  },
  inUnit('micron', 0.001),
  inUnit('centimeter', 10),
  inUnit('inch', 25.4),
  inUnit('foot', 304.8),
  inUnit('meter', 1000),
  { way: 'without a unit, which is millimetres', write: (b) => packed(modelXml(object(b), undefined, '')) },
  {
    way: 'twice, moved',
    write: (b) =>
      packed(modelXml(object(b), '<item objectid="1"/><item objectid="1" transform="1 0 0 0 1 0 0 0 1 100 0 0"/>')),
    copies: 2,
    parts: 2,
  },
  {
    way: 'mirrored',
    write: (b) => packed(modelXml(object(b), '<item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/>')),
  },
  {
    way: 'as components of components',
    write: (b) =>
      packed(
        modelXml(
          `${object(b)}<object id="2"><components><component objectid="1"/></components></object>${components('<component objectid="2"/>', '<component objectid="2" transform="0 1 0 -1 0 0 0 0 1 200 0 0"/>')}`,
          '<item objectid="9"/>',
        ),
      ),
    copies: 2,
  },
  {
    way: 'not packed at all',
    write: (b) =>
      zipSync({ '_rels/.rels': strToU8(rels('/3D/a.model')), '3D/a.model': strToU8(plain(b)) }, { level: 0 }),
  },
  {
    way: 'with sizes behind its files',
    write: (b) => streamed({ '_rels/.rels': rels('/3D/a.model'), '3D/a.model': plain(b) }),
  },
  {
    way: 'with a comment behind its directory',
    write: (b) => {
      const zip = packed(plain(b));
      return withBytes(
        zip,
        (out, view) => {
          view.setUint16(zip.length - 2, 9, true);
          out.set(strToU8('a comment'), zip.length);
        },
        9,
      );
    },
  },
  {
    way: 'with a relationship that is not from the root',
    write: (b) => packed(plain(b), { '_rels/.rels': strToU8(rels('3D/a.model')) }),
  },
  {
    way: 'with dots in its relationship',
    write: (b) => packed(plain(b), { '_rels/.rels': strToU8(rels('/3D/x/.././a.model')) }),
  },
  {
    way: 'with other cases of letters',
    write: (b) => packed(plain(b), { '_rels/.rels': strToU8(rels('/3d/A.Model')) }),
  },
  {
    way: 'with an escape in its relationship',
    write: (b) =>
      packed(plain(b), {
        '_rels/.rels': strToU8(rels('/3D/the%20one.model')),
        '3D/the one.model': strToU8(plain(b)),
        '3D/a.model': strToU8(''),
      }),
  },
  {
    way: 'with other relationships beside it',
    write: (b) =>
      packed(plain(b), {
        '_rels/.rels': strToU8(
          rels(
            '/3D/a.model',
            '<Relationship Target="/t.png" Id="r1" Type="http://schemas.openxmlformats.org/package/2006/relationships/metadata/thumbnail"/>',
          ),
        ),
        't.png': new Uint8Array(40),
      }),
  },
  {
    way: 'with single quotes, entities and comments',
    write: (b) =>
      packed(
        plain(b)
          .replaceAll('"', "'")
          .replace('<resources>', "<!-- a < b --><metadata name='Title'>a &amp; b</metadata><resources>"),
      ),
  },
  { way: 'in UTF-16', write: (b) => packed('', { '3D/a.model': utf16(plain(b).replace('UTF-8', 'UTF-16')) }) },
  { way: 'with the mark of its encoding', write: (b) => packed(`\ufeff${plain(b)}`) },
  {
    way: 'with numbers for production only',
    write: (b) =>
      packed(
        modelXml(
          object(b, ' p:UUID="7ad2bd56-0d1d-4f7e-9f68-24f2c1bd8a10"'),
          '<item objectid="1" p:UUID="a0a7d37b-6a8c-4c31-b5c9-6d0a8d9a3b61"/>',
          `unit="millimeter" ${PRODUCTION} requiredextensions="p"`,
        ),
      ),
  },
  {
    way: 'its object in a model part of its own',
    write: (b) =>
      packed(
        modelXml(
          components('<component objectid="1" p:path="/3D/parts/b.model"/>'),
          '<item objectid="9"/>',
          `unit="millimeter" ${PRODUCTION} requiredextensions="p"`,
        ),
        { '3D/parts/b.model': strToU8(modelXml(object(b), '')) },
      ),
  },
  {
    way: 'its item in a model part of its own, in another unit',
    write: (b) =>
      packed(
        modelXml(
          '',
          '<item objectid="1" p:path="/3D/b.model"/>',
          `unit="millimeter" ${PRODUCTION} requiredextensions="p"`,
        ),
        {
          '3D/b.model': strToU8(modelXml(`<object id="1">${meshXml(b, '', 1 / 10)}</object>`, '', 'unit="centimeter"')),
        },
      ),
  },
  {
    way: 'with slices that it does not need',
    write: (b) =>
      packed(
        modelXml(
          `<s:slicestack id="5"><s:slice ztop="1"><s:vertices><s:vertex x="0" y="0"/></s:vertices></s:slice></s:slicestack>${object(b, ' s:slicestackid="5"')}`,
          undefined,
          `unit="millimeter" ${SLICE}`,
        ),
      ),
    remarks: [/says of slices was not read/],
  },
  {
    way: 'with supports it brings along',
    write: (b) =>
      packed(
        modelXml(
          `${object(b)}<object id="2" type="support">${meshXml(b)}</object>${components('<component objectid="1"/>', '<component objectid="2" transform="1 0 0 0 1 0 0 0 1 300 0 0"/>')}`,
          '<item objectid="9"/>',
        ),
      ),
    remarks: [/^1 supporting body it brings along left out/],
  },
  {
    way: 'with materials and colours',
    write: (b) =>
      packed(
        modelXml(
          `<basematerials id="3"><base name="grey" displaycolor="#808080"/></basematerials>${object(b, ' pid="3" pindex="0"').replaceAll('/></triangles>', ' pid="3" p1="0"/></triangles>')}`,
        ),
      ),
  },
];
