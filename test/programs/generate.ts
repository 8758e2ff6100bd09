/** A program of every kind of line a reader may meet, seeded: the same seed gives the same program. */
export function programOf(seed: number): string {
  let state = seed >>> 0;
  const random = (): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
  const whole = (low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
  const mm = (low: number, high: number): string => (low + random() * (high - low)).toFixed(2);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const isRelativeE = random() < 0.6;
  let e = 0;
  const fed = (amount: number): string => {
    e += amount;
    return (isRelativeE ? amount : e).toFixed(4);
  };
  const line = (): string => {
    const kind = whole(0, 99);
    if (kind < 40)
      return `G1 X${mm(20, 160)} Y${mm(20, 160)} E${fed(random() * 2)}${random() < 0.3 ? ` F${whole(300, 24_000)}` : ''}`;
    if (kind < 52) return `G0 X${mm(-5, 240)} Y${mm(-5, 240)}${random() < 0.4 ? ' F9000' : ''}`;
    if (kind < 58)
      return pick([`X${mm(20, 160)} E${fed(0.5)}`, `Y${mm(20, 160)}`, `G1X${mm(20, 160)}Y${mm(20, 160)}E${fed(0.2)}`]);
    if (kind < 64)
      return `G${pick([2, 3])} X${mm(60, 100)} Y${mm(60, 100)} ${pick([`R${mm(40, 90)}`, `R-${mm(60, 90)}`, `I${mm(-20, 20)} J${mm(-20, 20)}`])} E${fed(0.6)}`;
    if (kind < 66) return `G${pick([2, 3])} I${mm(2, 20)} J${mm(-20, 20)} E${fed(0.9)}`;
    if (kind < 71) return `G1 E${fed(-mmOf(random, 0.4, 4))} F${whole(600, 6000)}\nG1 E${fed(mmOf(random, 0.4, 4))}`;
    if (kind < 75) return `G1 X${mm(20, 160)} Z${mm(0.2, 3)} E${fed(0.3)} F1200`;
    if (kind < 84)
      return pick([
        `M104 S${whole(180, 280)}`, `M109 S${whole(180, 280)}`, `M109 R${whole(180, 260)}`, 'M104', 'M104 S0', 'M109 S0', 'M109 R0', 'M109', 'M190 S0', 'M190',
        `M140 S${whole(40, 120)}`, `M190 S${whole(40, 120)}`, `M190 R${whole(40, 110)}`, 'M140 S0', 'M140',
      ]); // prettier-ignore
    if (kind < 89)
      return pick([
        `M106 S${whole(0, 300)}`, 'M106', `M106 P1 S${whole(0, 255)}`, 'M107', `M204 P${whole(200, 4000)} T${whole(200, 4000)}`,
        `M204 S${whole(200, 3000)}`, `M201 X${whole(500, 6000)} Y${whole(500, 6000)}`, `M203 X${whole(50, 500)} E${whole(20, 120)}`,
        `M205 X${whole(0, 20)} Y${whole(0, 20)} Z${whole(0, 3)}`, 'M205 J0.05', `M220 S${whole(50, 150)}`, `M221 S${whole(80, 120)}`,
      ]); // prettier-ignore
    if (kind < 94)
      return pick([
        `G4 S${whole(0, 90)}`, `G4 P${whole(1, 9000)}`, 'G10', 'G11', 'M0', 'M1', 'T0', 'T1', 'T2', 'M117 half way X9', 'M400', 'G17',
        'G28', 'G28 X', 'G28 Y0 Z0', `G92 X${mm(0, 50)}`, 'G92 Z0.3',
      ]); // prettier-ignore
    return pick([
      `M9${whole(100, 140)} S1`, 'G91\nG1 X1.5 Y-1 E0.1\nG90', 'G20\nG21', 'G1 X% Y10', 'G1 X Y20', 'N7 G1 X30*5', 'G2 X50 Y50',
      'G1 X999999.9', 'G1 X2000000', 'G1 Y2000000', 'G1 Z1500000', 'G1 E1500000', `G1 X${mm(20, 90)} X2`, 'G5 X1', 'G2.5 X1', 'M205 X0 Y0',
      `M201 X${whole(100, 9000)} Z${whole(100, 9000)}`, 'M201 X0', 'M203 Z0', 'M204 P0 T0', 'M205 J0', 'G4 S0', 'G4 P2000000000', 'G28 Z', 'G92', 'G92 E0',
      'M220 S100', 'T1 M0', 'G1 X30 M106 S99', 'G0 Y40 T1', 'G1 G4 P10 X40', 'G1 X20 E0.3 T1', 'G0 X30 M0', 'G92 X5 M106', 'G4 S1000000', 'G4 S999999',
      'G1 X40 Y40 Z900 E1', 'G4', 'M400 M0', 'G21 G1 X33', 'G90 G0 Y33', 'G1 X500001 Y500001', 'M204 P2500', 'M204 P2500', 'M201 X2500 Y2100', 'G0 G1 X30', 'M82\nM83', '(a note) G1 X40 ; another', '; nothing', '', `G1 F${whole(0, 9000)}`,
    ]); // prettier-ignore
  };
  /** A piece in another unit, or of steps from where the tool is. */
  const piece = (): string[] => {
    const inch = (low: number, high: number): string => ((low + random() * (high - low)) / 25.4).toFixed(4);
    const step = (): string => mm(-4, 4);
    return pick([
      [
        'G20',
        `G0 X${inch(30, 90)} Y${inch(30, 90)} Z${inch(0.2, 2)} F${inch(3000, 9000)}`,
        ...Array.from(
          { length: 4 },
          () => `G1 X${inch(30, 90)} Y${inch(30, 90)} E${fedInches(0.4)} F${inch(900, 4000)}`,
        ),
        `G3 X${inch(60, 70)} Y${inch(60, 70)} I${inch(5, 9)} J${inch(-6, 9)} E${fedInches(0.3)}`,
        `G2 X${inch(50, 60)} Y${inch(50, 60)} R${inch(40, 90)} E${fedInches(0.3)}`,
        `G92 X${inch(10, 60)} Y${inch(10, 60)}`,
        `G1 X${inch(30, 90)} E${fedInches(0.2)}`,
        'G21',
      ],
      ['G91', ...Array.from({ length: 5 }, () => `G1 X${step()} Y${step()} Z${pick(['0', '0.2', '-0.2'])}`), 'G90'],
      Array.from(
        { length: 24 },
        (_, k) => `G1 X${(80 + 0.2 * k).toFixed(2)} Y${(80 + (k % 2) * 0.3).toFixed(2)} E${fed(0.02)}`,
      ),
    ]);
  };
  const fedInches = (amount: number): string => {
    e += amount;
    return ((isRelativeE ? amount : e) / 25.4).toFixed(5);
  };
  const lines = [
    ...(random() < 0.2 ? [pick(['X30 Y30', 'G1 X10 E1', 'T1', 'M106 S90', 'G1 E2 F600'])] : []),
    ...(random() < 0.8 ? ['M140 S60', 'M104 S210', 'G28', 'M190 S60', 'M109 S210'] : []),
    'G90',
    isRelativeE ? 'M83' : 'M82',
  ];
  for (let layer = 1; layer <= whole(2, 6); layer++) {
    lines.push(`G1 Z${(layer * 0.2 + (random() < 0.1 ? 0.13 : 0)).toFixed(2)} F600`);
    for (let n = whole(6, 22); n > 0; n--) lines.push(line());
    if (random() < 0.35) lines.push(...piece());
  }
  // more than is listed, and more than fits at first
  if (seed % 40 === 1) for (let k = 0; k < 70; k++) lines.push(`M106 S${k}`, 'G1 X%');
  if (seed % 40 === 2) for (let k = 0; k < 210; k++) lines.push(`M${10_000 + k}`);
  if (seed % 40 === 3)
    for (let k = 1; k < 300; k++)
      lines.push(`G1 Z${(5 + 0.2 * k).toFixed(1)}`, `G1 X${mm(40, 60)} Y${mm(40, 60)} E${fed(0.1)}`);
  if (seed % 40 === 4)
    for (let k = 0; k < 3000; k++)
      lines.push(`G1 X${(60 + 0.05 * (k % 40)).toFixed(2)} Y${(60 + (k % 3) * 0.04).toFixed(2)} E${fed(0.004)}`);
  if (seed % 40 === 5) for (let k = 0; k < 40; k++) lines.push(`T${k}`, `G1 X${mm(40, 60)} E${fed(0.2)}`);
  // climbing without a pause: turns of a spiral, helices, and back
  if (seed % 40 === 6 || seed % 40 === 9) {
    for (let k = 0; k < 160; k++) {
      const turn = k / (seed % 40 === 6 ? 12 : 7);
      lines.push(
        `G1 X${(90 + 20 * Math.cos(turn)).toFixed(3)} Y${(90 + 14 * Math.sin(turn)).toFixed(3)} Z${(6 + 0.017 * k).toFixed(3)} E${fed(0.3)}${k % 9 === 0 ? ` F${whole(900, 5000)}` : ''}`,
      );
    }
    for (let k = 0; k < 6; k++)
      lines.push(
        `M205 J${pick(['0.02', '0.08'])}`,
        `G0 X70 Y${mm(60, 80)} F${whole(4000, 9000)}`,
        `G${pick([2, 3])} X${mm(76, 84)} Y${mm(90, 110)} Z${mm(10, 16)} I${mm(6, 12)} J${mm(6, 12)} E${fed(1.1)} F${whole(1500, 9000)}`,
        `G1 X${mm(40, 60)} Y${mm(40, 60)} E${fed(0.9)}`,
      );
  }
  // more filament than path: the drive of the filament sets the pace
  if (seed % 40 === 7 || seed % 40 === 10)
    for (let k = 0; k < 40; k++)
      lines.push(
        `G1 X${(60 + k * 0.4).toFixed(2)} Y${mm(60, 61)} E${fed(whole(1, 30) / 2)} F${whole(600, 9000)}`,
        ...(k % 10 === 3 ? [`M201 E${whole(400, 6000)}`, `M203 E${whole(10, 90)}`] : []),
      );
  // where it stands is said anew, in each unit and each way of counting filament
  if (seed % 40 === 8 || seed % 40 === 11)
    for (const unit of ['G20', 'G21', 'G20', 'G21'])
      lines.push(
        unit,
        `G92 X${mm(1, 3)} Y${mm(1, 3)} Z${mm(0, 1)} E${mm(0, 4)}`,
        pick(['M82', 'M83']),
        `G1 X${mm(2, 6)} Y${mm(2, 6)} E${mm(3, 6)} F${whole(60, 300)}`,
        pick(['G92', 'G92 E0', 'G92 Z0.1', 'G92.1']),
        `G1 X${mm(1, 6)} Y${mm(1, 6)} Z${mm(0, 1)} E${mm(0.1, 1)}`,
      );
  // filament back and forth, longer and shorter, and heights left and taken up again
  if (seed % 40 === 12)
    for (let k = 0; k < 16; k++)
      lines.push(
        `G1 E${fed(-0.3 * ((k * 7) % 5) - 0.2)} F${900 + 300 * (k % 4)}`,
        `G0 Z${(0.4 + 0.2 * ((k * 3) % 7)).toFixed(2)} F${480 + 60 * k}`,
        `G1 E${fed(0.3 * ((k * 7) % 5) + 0.2)}`,
        `G1 X${mm(40, 60)} Y${mm(40, 60)} E${fed(0.4)} F1500`,
      );
  if (random() < 0.3) lines.push('G1 Z0.2 F600', `G1 X50 Y50 E${fed(0.5)}`);
  if (random() < 0.7) lines.push('M104 S0', 'M140 S0');
  return `${lines.join('\n')}\n`;
}
const mmOf = (random: () => number, low: number, high: number): number => low + random() * (high - low);

/** A program of lines shorter than the stretch that flow is averaged over, with the most of it somewhere among them. */
export function shortLinesOf(seed: number): string {
  let state = (seed * 2_654_435_761) >>> 0;
  const random = (): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
  const lines = ['G28', 'M83', 'M109 S210'];
  let [x, y] = [60, 60];
  for (let layer = 1; layer <= 4; layer++) {
    lines.push(`G1 Z${(0.2 * layer).toFixed(1)} F600`, `G1 X${x.toFixed(2)} Y${y.toFixed(2)} F9000`);
    const longest = [0.3, 0.9, 2.2, 6][(layer + seed) % 4]!;
    for (let k = 0; k < 60; k++) {
      const length = random() * longest + 0.02;
      const way = random() * 0.6 + k / 9;
      x += length * Math.cos(way);
      y += length * Math.sin(way);
      const thick = k % 23 === 7 ? 0.35 : 0.05 + 0.03 * random();
      lines.push(
        `G1 X${x.toFixed(3)} Y${y.toFixed(3)}${k % 17 === 11 ? '' : ` E${(length * thick).toFixed(5)}`}${k % 6 === 0 ? ` F${600 + Math.floor(random() * 7000)}` : ''}`,
      );
    }
  }
  return `${lines.join('\n')}\n`;
}
