/** A G-code program of about `targetBytes`: rings of short chords, layer by layer, as prepared curved parts have them. */
export function syntheticProgram(targetBytes: number): Uint8Array {
  const parts: string[] = ['G21\nG90\nM83\nM140 S60\nM190 S60\nM109 S210\nG28\nG92 E0\n'];
  let size = parts[0]!.length;
  let z = 0;
  while (size < targetBytes) {
    z += 0.2;
    const rows = [`G1 Z${z.toFixed(2)} F600\n`];
    for (let ring = 0; ring < 12; ring++) {
      const r = 20 + ring * 3;
      rows.push(`G1 E-0.8 F2400\nG0 X${(100 + r).toFixed(3)} Y100 F9000\nG1 E0.8 F2400\nG1 F${2400 + ring * 120}\n`);
      for (let k = 1; k <= 240; k++) {
        const a = (k * Math.PI) / 120;
        rows.push(
          `G1 X${(100 + r * Math.cos(a)).toFixed(3)} Y${(100 + r * Math.sin(a)).toFixed(3)} E${(((r * Math.PI) / 120) * 0.033).toFixed(5)}\n`,
        );
      }
    }
    const text = rows.join('');
    parts.push(text);
    size += text.length;
  }
  parts.push('M104 S0\nM140 S0\n');
  return new TextEncoder().encode(parts.join(''));
}
