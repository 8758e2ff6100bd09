import { ActionIcon, Button, Modal, SimpleGrid, Text, TextInput, UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { IconArrowBackUp, IconArrowLeft, IconBackspace, IconCamera } from '@tabler/icons-react';
import { useState, type ReactNode } from 'react';
import { LookDrawing } from '../../../ui/LookDrawing.tsx';
import type { Feature } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { measuringPointOf, type MeasuringPointKey } from './measuringPoint.ts';
import css from './MeasurePad.module.css';
import { PhotographPick } from './PhotographPick.tsx';
import { whyNot, type Readings } from './useReadings.ts';

interface Props {
  readonly trial: TrialPage;
  readonly readings: Readings;
  /** Every place that can be read now, in the order they are read. */
  readonly order: readonly MeasuringPointKey[];
  readonly nameOf: (key: MeasuringPointKey) => string;
  /** Where a place lies on the coupon. */
  readonly drawingOf: (key: MeasuringPointKey) => ReactNode;
}
interface Step {
  readonly key: MeasuringPointKey;
  readonly before: string;
}
const SCORES = [1, 2, 3, 4, 5] as const;

/** Measuring in one hand: a place at a time, its drawing above keys that a glove can hit; Next goes by the order of the grid. */
export function MeasurePad(props: Props) {
  const [isOpen, { open, close }] = useDisclosure(false);
  const { order, readings: r } = props;
  if (order.length === 0) return null;
  const first = order.find((key) => !r.kept.has(key) && !r.typed[key]) ?? order[0]!;
  return (
    <div className={css.offer}>
      <Button fullWidth size="lg" onClick={open}>
        {r.kept.size > 0 ? 'Go on measuring' : 'Measure'} on keys
      </Button>
      <Modal
        opened={isOpen}
        onClose={close}
        fullScreen
        closeButtonProps={{ size: 44, 'aria-label': 'Close' }}
        title={kindOf(props.trial.kind).label}
        classNames={{ body: css.body }}
      >
        {isOpen && <Pad {...props} first={first} onEnd={close} />}
      </Modal>
    </div>
  );
}

function Pad({
  trial: t,
  readings: r,
  order,
  nameOf,
  drawingOf,
  first,
  onEnd,
}: Props & { readonly first: MeasuringPointKey; readonly onEnd: () => void }) {
  const shown = (key: MeasuringPointKey): string => r.typed[key] ?? r.kept.get(key)?.typed ?? '';
  const [key, setKey] = useState(first);
  const [text, setText] = useState(shown(first));
  /** Whether the next digit begins anew, as on any keypad after a result. */
  const [isFresh, setFresh] = useState(true);
  const [why, setWhy] = useState<string | null>(null);
  const [done, setDone] = useState<readonly Step[]>([]);
  const at = order.indexOf(key);
  const feature = kindOf(t.kind).features.find((f) => f.key === measuringPointOf(key).feature)!;
  const goTo = (to: MeasuringPointKey, shows = shown(to)): void => {
    setKey(to);
    setText(shows);
    setFresh(true);
    setWhy(null);
  };
  const next = (figure = text): void => {
    const refusal = whyNot(feature, figure);
    if (refusal !== null) return setWhy(refusal);
    if (figure.trim() !== shown(key)) {
      setDone([...done, { key, before: shown(key) }]);
      r.put(key, figure.trim());
    }
    const to = order[at + 1];
    if (to) goTo(to);
    else onEnd();
  };
  const undo = (): void => {
    const last = done.at(-1);
    if (!last) return;
    setDone(done.slice(0, -1));
    r.put(last.key, last.before);
    goTo(last.key, last.before);
  };
  const press = (sign: string): void => {
    setText(isFresh ? sign : text + sign);
    setFresh(false);
    setWhy(null);
  };
  const refused = Object.entries(r.slips).filter(([of]) => of !== key);
  return (
    <div className={css.pad}>
      <div className={css.drawing}>{drawingOf(key)}</div>
      <div>
        <Text fw={620}>
          {nameOf(key)}
          <Text span c="dimmed" size="sm">
            {' '}
            · {at + 1} of {order.length}
          </Text>
        </Text>
        <p className="hint">
          {feature.how}, with {feature.instrument}
        </p>
        {r.unsent > 0 && (
          <p role="status" className="hint">
            {r.unsent} {r.unsent === 1 ? 'reading waits' : 'readings wait'} for the connection, kept on this device
          </p>
        )}
        {refused.map(([of, says]) => (
          <UnstyledButton key={of} className={css.refused} onClick={() => goTo(of as MeasuringPointKey)}>
            {nameOf(of as MeasuringPointKey)}: {says}
          </UnstyledButton>
        ))}
      </div>
      {feature.quantity === 'score' && feature.look ? (
        <SimpleGrid cols={3} spacing={8} role="group" aria-label="Score">
          {SCORES.map((s) => (
            <UnstyledButton
              key={s}
              className={css.look}
              aria-pressed={text === String(s)}
              onClick={() => next(String(s))}
            >
              <LookDrawing look={feature.look!} score={s} width={96} />
              <b>{s}</b>
            </UnstyledButton>
          ))}
        </SimpleGrid>
      ) : (
        <Keys
          feature={feature}
          text={text}
          why={why ?? r.slips[key] ?? null}
          onPress={press}
          onText={(typed) => {
            setText(typed);
            setFresh(false);
            setWhy(null);
          }}
          onNext={() => next()}
        />
      )}
      <div className={css.acts}>
        <ActionIcon
          variant="default"
          size={56}
          aria-label="Place before"
          disabled={at === 0}
          onClick={() => goTo(order[at - 1]!)}
        >
          <IconArrowLeft />
        </ActionIcon>
        <ActionIcon variant="default" size={56} aria-label="Undo" disabled={done.length === 0} onClick={undo}>
          <IconArrowBackUp />
        </ActionIcon>
        <PhotographPick trialId={t.id} place={key} icon={<IconCamera />} />
        <Button className={css.next} size="lg" onClick={() => next()}>
          {at + 1 < order.length ? 'Next' : 'Done'}
        </Button>
      </div>
    </div>
  );
}

/** The figure as typed, and the keys it is typed on; a gauge that types for itself and ends with Enter does as well. */
function Keys({
  feature,
  text,
  why,
  onPress,
  onText,
  onNext,
}: {
  readonly feature: Feature;
  readonly text: string;
  readonly why: string | null;
  readonly onPress: (sign: string) => void;
  readonly onText: (text: string) => void;
  readonly onNext: () => void;
}) {
  const isWhole = feature.quantity === 'count' || feature.quantity === 'score';
  const key = (sign: string, disabled = false): ReactNode => (
    <Button
      key={sign}
      variant="default"
      className={css.key}
      mod={{ wide: sign === '0' }}
      disabled={disabled}
      onClick={() => onPress(sign)}
    >
      {sign}
    </Button>
  );
  return (
    <div>
      <TextInput
        data-autofocus
        classNames={{ input: css.figure }}
        aria-label="Figure"
        inputMode="none"
        autoComplete="off"
        value={text}
        error={why}
        rightSection={<Text c="dimmed">{feature.unit}</Text>}
        rightSectionWidth={64}
        onChange={(e) => onText(e.currentTarget.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          onNext();
        }}
      />
      <SimpleGrid cols={4} spacing={8} mt={8} role="group" aria-label="Keys">
        {['7', '8', '9'].map((d) => key(d))}
        <Button
          variant="default"
          className={css.key}
          aria-label="Delete last digit"
          disabled={text === ''}
          onClick={() => onText(text.slice(0, -1))}
        >
          <IconBackspace />
        </Button>
        {['4', '5', '6'].map((d) => key(d))}
        {key('-', feature.range[0] >= 0)}
        {['1', '2', '3'].map((d) => key(d))}
        {key('.', isWhole)}
        {key('0')}
      </SimpleGrid>
    </div>
  );
}
