import type { DrawnSign } from '../../../core/signs/signs.ts';
import type { TrialKindKey } from './define.ts';

/** A cause of something seen, the likeliest first: what would tell it from the others, and what to run or look at. */
export interface Cause {
  readonly cause: string;
  readonly tells: string;
  readonly trial?: TrialKindKey;
  readonly look?: string;
  /** Care task that mends it, by its key among the templates. */
  readonly care?: string;
}
export interface Sign {
  readonly key: string;
  readonly technology: 'filament' | 'resin';
  readonly seen: string;
  readonly drawn?: DrawnSign;
  readonly causes: readonly [Cause, Cause, ...Cause[]];
}

const f = (key: string, seen: string, drawn: DrawnSign | null, ...causes: [Cause, Cause, ...Cause[]]): Sign => ({
  key,
  technology: 'filament',
  seen,
  ...(drawn && { drawn }),
  causes,
});
const r = (key: string, seen: string, drawn: DrawnSign | null, ...causes: [Cause, Cause, ...Cause[]]): Sign => ({
  key,
  technology: 'resin',
  seen,
  ...(drawn && { drawn }),
  causes,
});
const c = (cause: string, tells: string, then: Omit<Cause, 'cause' | 'tells'>): Cause => ({
  cause,
  tells,
  ...then,
});

/** From what is seen on a part to causes and to the trial that settles it. Ranking is common practice, no source. */
export const signs: readonly Sign[] = [
  f(
    'strings',
    'Hairs between parts',
    'strings',
    c('retraction too short', 'fewer where travel is short', { trial: 'retraction' }),
    c('nozzle too hot', 'the face shines, bridges hang', { trial: 'temperature' }),
    c('filament damp', 'it crackles at the nozzle; a dried spool strings less', {
      look: 'dry the spool, then run it again',
    }),
  ),
  f(
    'brittle',
    'Parts break along the layers',
    'splitting',
    c('nozzle too cold', 'breaks are smooth; tabs part at little force', { trial: 'temperature' }),
    c('too much fan', 'only where walls are thin', { look: 'fan against the supplier’s range' }),
    c('filament damp', 'the line foams', { look: 'dry the spool' }),
  ),
  f(
    'shifted',
    'The upper part stands beside the lower',
    'shifted',
    c('starts and stops too hard', 'shift follows the moving mass', { trial: 'acceleration' }),
    c('nozzle knocked against a curl', 'a scar at the same height', { look: 'lift on travel; overhangs below it' }),
    c('belt or grub screw loose', 'always the same axis', { look: 'work on the axis', care: 'axes' }),
  ),
  f(
    'ringing',
    'Waves after corners',
    'ringing',
    c('acceleration too high', 'waves stand the same at any speed above', { trial: 'acceleration' }),
    c('walls too fast', 'waves widen with speed', { trial: 'wall-speed' }),
    c('frame or belt loose', 'worse since when?', { look: 'axis and feet of the machine', care: 'axes' }),
  ),
  f(
    'top-gaps',
    'Gaps in the top',
    'gaps',
    c('flow too low', 'walls thin as well', { trial: 'flow' }),
    c('too few solid layers', 'only over sparse fill', { look: 'solid layers above the fill' }),
    c('melt too slow', 'only where lines run fast', { trial: 'highest-flow' }),
  ),
  f(
    'thin-walls',
    'Lines of a wall stand apart',
    'gaps',
    c('flow too low', 'the single wall measures thin', { trial: 'flow' }),
    c('width leaves no whole number of lines', 'one place only', { look: 'wall thickness against line width' }),
  ),
  f(
    'bulging',
    'Surface rough, parts too large',
    'bulging',
    c('flow too high', 'the single wall measures thick', { trial: 'flow' }),
    c('contour offset wrong', 'holes too small by as much', { trial: 'dimensions' }),
  ),
  f(
    'corner-bulge',
    'Corners bulge, edges before them run thin',
    'bulging',
    c('pressure lags behind the speed', 'worse at higher speed', { trial: 'pressure' }),
    c('flow too high', 'straight walls thick as well', { trial: 'flow' }),
  ),
  f(
    'starved',
    'Lines run thin and matt when fast',
    'starved',
    c('asked for more than melts', 'slow layers are fine', { trial: 'highest-flow' }),
    c('nozzle too cold', 'the drive clicks', { trial: 'temperature' }),
    c('nozzle partly blocked', 'with every material', { look: 'clean or change the nozzle', care: 'nozzle' }),
  ),
  f(
    'clicks',
    'The drive clicks or grinds',
    'ground',
    c('asked for more than melts', 'only when fast', { trial: 'highest-flow' }),
    c('retraction too long or too quick', 'a flat on the filament', { trial: 'retraction' }),
    c('nozzle too close to the bed', 'first layer only', { trial: 'first-layer' }),
  ),
  f(
    'off-bed',
    'The first lines do not hold',
    'off',
    c('nozzle too high or bed tilted', 'patches differ in thickness', { trial: 'first-layer' }),
    c('bed too cold or greasy', 'everywhere alike', { look: 'clean the bed, check its temperature', care: 'surface' }),
  ),
  f(
    'elephant',
    'The foot spreads',
    'foot',
    c('nozzle too low', 'first layer thinner than drawn', { trial: 'first-layer' }),
    c('bed too hot', 'spreads over several layers', { look: 'bed against the supplier’s range' }),
  ),
  f(
    'corners-lift',
    'Corners lift, go matt',
    'lifting',
    c('bed too cold or draught', 'the side toward the door', { look: 'bed, enclosure, draught' }),
    c('fan too strong early', 'begins with the fan', { look: 'fan of the first layers' }),
    c('first layer too high', 'corners come up at thick patches', { trial: 'first-layer' }),
  ),
  f(
    'stuck',
    'The part will not come off',
    'stuck',
    c('surface holds too well', 'this pair of material and surface', { look: 'a raft, or another surface' }),
    c('nozzle too low', 'first layer pressed into the bed', { trial: 'first-layer' }),
  ),
  f(
    'slump',
    'Small tops lean and blur',
    'slumping',
    c('layer time too short', 'fine when two are printed at once', { trial: 'layer-time' }),
    c('too little fan', 'overhangs droop as well', { look: 'fan' }),
    c('nozzle too hot', 'strings too', { trial: 'temperature' }),
  ),
  f(
    'bridge-sag',
    'Bridges hang through',
    'sagging',
    c('span longer than this machine carries', 'short ones are fine', { trial: 'bridge' }),
    c('nozzle too hot', 'all of them hang', { trial: 'temperature' }),
  ),
  f(
    'droop',
    'Undersides droop and curl',
    'droop',
    c('lean steeper than proven', 'shallow ones are fine', { trial: 'overhang' }),
    c('layer time too short', 'only small parts', { trial: 'layer-time' }),
  ),
  f(
    'size',
    'Parts too small or too large',
    'small',
    c('scale', 'error grows with length', { trial: 'dimensions' }),
    c('contour offset', 'error is the same at any length', { trial: 'dimensions' }),
    c('flow', 'walls thick or thin as well', { trial: 'flow' }),
  ),
  f(
    'holes',
    'Holes too small',
    'closed',
    c('contour offset', 'outsides too large by as much', { trial: 'dimensions' }),
    c('flow too high', 'single wall thick', { trial: 'flow' }),
  ),
  f(
    'two-colours',
    'The second colour stands off',
    'shifted',
    c('heads not where they are thought to be', 'the same everywhere', { trial: 'head-offset' }),
    c('a head loose', 'grows with height', { look: 'mounts of both heads' }),
  ),
  f(
    'blobs',
    'Blobs where lines begin',
    'blobs',
    c('refill too much', 'a blob at every start', { trial: 'refill' }),
    c('pressure factor too low', 'a blob at every stop', { trial: 'pressure' }),
  ),
  f(
    'gap-start',
    'Lines begin thin',
    'gaps',
    c('retraction too long', 'worse after long travel', { trial: 'retraction' }),
    c('refill too little', 'after every travel', { trial: 'refill' }),
  ),
  f(
    'coarse',
    'Steps on shallow slopes',
    'coarse',
    c('layers too thick for this face', 'only near level faces', { look: 'layer height, or another resting face' }),
    c('steep and shallow together', 'fine on one side', { look: 'turn the part' }),
  ),
  f(
    'delaminates',
    'Tall parts split half-way',
    'splitting',
    c('air round the part too cold', 'open machine, styrenics', { look: 'enclosure and lid' }),
    c('nozzle too cold', 'splits clean', { trial: 'temperature' }),
  ),
  r(
    'all-lost',
    'Nothing sticks to the plate',
    'lost',
    c('bottom exposure too short', 'films lie in the vat, even all over', { trial: 'plate' }),
    c('plate not level', 'one side holds', { look: 'level the plate first', care: 'plate' }),
  ),
  r(
    'one-side',
    'One side of the plate loses parts',
    'lost',
    c('plate not level', 'always the same side', { look: 'level the plate', care: 'plate' }),
    c('screen or film worn there', 'the place moves with the film', { trial: 'light-map' }),
  ),
  r(
    'foot-torn',
    'Base stands, then all is torn off',
    'torn',
    c('too few transition layers', 'breaks just above the base', { look: 'transition layers and their step' }),
    c('pause before light too short', 'fine at longer pauses', { trial: 'settling' }),
    c('lift too fast', 'worse with larger area', { trial: 'lift' }),
  ),
  r(
    'splits-midway',
    'Splits half-way up',
    'torn',
    c('resin had not settled', 'where the section is large', { trial: 'settling' }),
    c('lift too fast', 'long smears', { trial: 'lift' }),
  ),
  r(
    'details-closed',
    'Slots and holes close',
    'closed',
    c('exposure too long', 'bars thick by as much', { trial: 'exposure-ladder' }),
    c('light strays', 'near large faces only', { trial: 'light-map' }),
  ),
  r(
    'pins-lost',
    'Fine pins are missing',
    'lost',
    c('exposure too short', 'bars thin by as much', { trial: 'exposure-ladder' }),
    c('torn at the lift', 'stumps are left', { look: 'lift speed, orientation' }),
  ),
  r(
    'soft',
    'Parts stay soft',
    'hollow',
    c('exposure too short', 'fresh from the printer', { trial: 'exposure-ladder' }),
    c('light does not reach through the layer', 'after a change of layer height', { trial: 'working-curve' }),
    c('not washed or cured through', 'only inside', { look: 'wash and cure' }),
  ),
  r(
    'lines-across',
    'Lines across every part at one height',
    'ringing',
    c('print paused there', 'one height only', { look: 'log of the printer' }),
    c('film force jumps with area', 'where the section changes', { look: 'area by layer' }),
  ),
  r(
    'film-torn',
    'The film tears or whitens',
    'torn',
    c('lift too fast for the area', 'large sections', { look: 'lift speed' }),
    c('film old', 'cloudy in the middle', { look: 'change it', care: 'film' }),
  ),
  r(
    'cracks-later',
    'Cracks weeks later',
    'splitting',
    c('liquid resin sealed inside', 'hollow parts without a hole', { look: 'holes that pierce the wall' }),
    c('cured too long', 'brittle all over', { look: 'cure time' }),
  ),
  r(
    'supports-part',
    'Parts come off their supports',
    'torn',
    c('tips too thin', 'exposure is proven', { trial: 'neck-strength' }),
    c('exposure too short', 'necks part early everywhere', { trial: 'exposure-ladder' }),
  ),
  r(
    'warped-plate-side',
    'Flat faces bowed toward the plate',
    'lifting',
    c('bottom exposure too long', 'hard to take off', { trial: 'plate' }),
    c('taken off while soft', 'bent by hand', { look: 'cure before taking off' }),
  ),
  r(
    'layers-seen',
    'Layers stand out on slopes',
    'coarse',
    c('layers thick for this slope', 'only near level', { look: 'layer height, turn the part' }),
    c('no greys at the edges', 'steps of a pixel', { look: 'samples per pixel' }),
  ),
  r(
    'cold',
    'All fails on cold mornings',
    'torn',
    c('resin too cold and thick', 'fine in the afternoon', { trial: 'resin-temperature' }),
    c('pause too short for thick resin', 'large faces first', { look: 'pause before exposure' }),
  ),
];
