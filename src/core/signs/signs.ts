/** What can be seen on a part, as drawn in miniature beside settings and scores: name → what the drawing shows. */
export const drawnSigns = {
  fine: 'lines lie even', gaps: 'gaps between lines', bulging: 'lines pushed out', strings: 'strings between posts', blobs: 'blobs on the wall', sagging: 'a bridge hangs through', splitting: 'layers part',
  lifting: 'a corner lifts', foot: 'the foot spreads', off: 'the part comes off', slumping: 'the top slumps', rough: 'the top is rough', ringing: 'waves after a corner', shifted: 'layers shifted', droop: 'an overhang droops',
  coarse: 'coarse steps', small: 'smaller than drawn', large: 'larger than drawn', starved: 'lines run thin', ground: 'filament ground', slow: 'longer than needed', closed: 'slots and holes close', lost: 'fine pins are lost', torn: 'layers torn',
  hollow: 'thin and hollow', stuck: 'sticks too hard',
} as const;
export type DrawnSign = keyof typeof drawnSigns;
