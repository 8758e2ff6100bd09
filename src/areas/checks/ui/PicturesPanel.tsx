import { Button, Checkbox, Group, NumberInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useEffect, useState } from 'react';
import { asChecked } from '../../../core/result/checked.ts';
import type { StackSettings } from '../../../core/resin/stackSettings.ts';
import { countOf } from '../../../core/units/plural.ts';
import { titleOfFile } from '../../../ui/upload.ts';
import type { PicturesSeen } from '../../../workers/readStack.ts';
import type { CheckContext } from '../../rules/context.ts';
import { stackSettingsOf, stackWants } from '../../rules/stackSettings.ts';
import classes from './PicturesPanel.module.css';
import { useStackTask } from './usePictures.ts';

const FIELDS = [
  { key: 'pixelXMm', label: 'Pixel across', unit: 'mm', step: 0.001, digits: 4, most: 1 },
  { key: 'pixelYMm', label: 'Pixel in depth', unit: 'mm', step: 0.001, digits: 4, most: 1 },
  { key: 'layerMm', label: 'Layer height', unit: 'mm', step: 0.01, digits: 3, most: 1 },
  { key: 'exposureS', label: 'Exposure', unit: 's', step: 0.1, digits: 2, most: 600 },
  { key: 'bottomExposureS', label: 'Exposure, bottom', unit: 's', step: 1, digits: 1, most: 600 },
  { key: 'bottomLayers', label: 'Bottom layers', unit: '', step: 1, digits: 0, most: 1000 },
  { key: 'transitionLayers', label: 'Transition layers', unit: '', step: 1, digits: 0, most: 1000 },
] as const;
type Key = (typeof FIELDS)[number]['key'];
const COUNTS: readonly Key[] = ['bottomLayers', 'transitionLayers'];
type Typed = Record<Key, number | string>;
const typedOf = (s: StackSettings): Typed => ({
  pixelXMm: s.pixelMm[0],
  pixelYMm: s.pixelMm[1],
  layerMm: s.layerMm,
  exposureS: s.exposureS,
  bottomExposureS: s.bottomExposureS,
  bottomLayers: s.bottomLayers,
  transitionLayers: s.transitionLayers,
});

/** The sheet that makes numbered pictures a layer stack: pixels, layer height and light as somebody says them, motion by the recipe. */
export function PicturesPanel({
  file,
  pictures,
  sheet,
  onMade,
}: {
  readonly file: File;
  readonly pictures: PicturesSeen;
  readonly sheet: CheckContext | null;
  readonly onMade: (stack: File) => void;
}) {
  const isOther = sheet !== null && sheet.technology !== 'resin';
  const values = (!isOther && sheet?.recipe.values) || null;
  const wants = values && stackWants(values);
  const settings = values && wants === null ? stackSettingsOf(values, titleOfFile(file.name)) : null;
  const form = useForm<Typed>({
    mode: 'uncontrolled',
    initialValues: asChecked<Typed>(Object.fromEntries(FIELDS.map((f) => [f.key, '']))),
    validate: (typed) =>
      Object.fromEntries(
        FIELDS.filter((f) => !(Number(typed[f.key]) > (COUNTS.includes(f.key) ? -1 : 0)) || typed[f.key] === '').map(
          (f) => [f.key, 'a figure is wanted'],
        ),
      ),
  });
  const [isInverted, setInverted] = useState(false);
  const [isMirrored, setMirrored] = useState(false);
  const making = useStackTask();
  const recipeSays = settings && JSON.stringify(typedOf(settings));
  useEffect(() => {
    if (settings && !form.isDirty()) {
      form.setInitialValues(typedOf(settings));
      form.reset();
    }
  }, [recipeSays]);
  const make = (typed: Typed): void => {
    if (!settings) return;
    const n = (key: Key): number => Number(typed[key]);
    making.start(
      {
        file,
        wish: {
          act: 'make',
          sheet: {
            ...{ title: settings.title, motion: settings.motion, pixels: pictures.pixels, isInverted, isMirrored },
            pixelMm: [n('pixelXMm'), n('pixelYMm')],
            layerMm: n('layerMm'),
            exposureS: n('exposureS'),
            bottomExposureS: n('bottomExposureS'),
            bottomLayers: n('bottomLayers'),
            transitionLayers: n('transitionLayers'),
          },
        },
      },
      (answer) => {
        if ('stack' in answer) onMade(new File([answer.stack.slice()], `${titleOfFile(file.name)} stack.zip`));
      },
    );
  };
  const { middle, pixels, count } = pictures;
  return (
    <section className="stage" aria-label="Numbered pictures">
      <h2>Numbered pictures</h2>
      <p className="hint">
        {countOf(count, 'picture')} of {pixels.join(' × ')} pixels and no word of how they are to be shown. Say it here;
        lift, return and pauses are the recipe’s.
      </p>
      {!sheet && <p className="hint">Choose machine, material and process first: what they say is filled in.</p>}
      {isOther && <p className="hint">Pictures are for a resin machine: choose one.</p>}
      {wants && <p className="hint">{wants}; set it in the library.</p>}
      <form onSubmit={form.onSubmit(make)}>
        <div className="fields">
          {FIELDS.map((f) => (
            <NumberInput
              key={form.key(f.key)}
              label={f.label}
              suffix={f.unit && ` ${f.unit}`}
              min={0}
              max={f.most}
              step={f.step}
              decimalScale={f.digits}
              {...form.getInputProps(f.key)}
            />
          ))}
        </div>
        <Group mt="sm" align="flex-start" gap="lg">
          <MiddlePicture {...middle} isInverted={isInverted} isMirrored={isMirrored} />
          <div>
            <Checkbox
              label="Dark is solid"
              checked={isInverted}
              onChange={(e) => setInverted(e.currentTarget.checked)}
              mb="xs"
            />
            <Checkbox
              label="Left and right are exchanged"
              checked={isMirrored}
              onChange={(e) => setMirrored(e.currentTarget.checked)}
              mb="sm"
            />
            <Group>
              <Button type="submit" disabled={!settings || making.share !== null}>
                {making.share === null ? 'Make the layer stack' : `Making it, ${Math.round(100 * making.share)} %`}
              </Button>
              {making.share !== null && (
                <Button variant="default" onClick={making.stop}>
                  Stop
                </Button>
              )}
            </Group>
            {making.refusal && (
              <p role="alert" className="hint">
                {making.refusal}
              </p>
            )}
          </div>
        </Group>
      </form>
    </section>
  );
}

/** A layer as it will be lit: what is light here hardens. */
function MiddlePicture({
  layer,
  png,
  isInverted,
  isMirrored,
}: PicturesSeen['middle'] & { readonly isInverted: boolean; readonly isMirrored: boolean }) {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    const made = URL.createObjectURL(new Blob([png.slice()], { type: 'image/png' }));
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [png]);
  const turned = [isInverted && 'inverted', isMirrored && 'mirrored'].filter(Boolean).join(' ');
  return (
    <figure className={classes['picture']}>
      <img src={url} alt={`Layer ${layer} as it will be lit: light hardens`} data-turned={turned} />
      <figcaption className="hint">layer {layer}, seen from the light: what is light hardens</figcaption>
    </figure>
  );
}
