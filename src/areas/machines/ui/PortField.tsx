import { NumberInput, type NumberInputProps } from '@mantine/core';

/** The port of an address. */
export const PortField = (props: Pick<NumberInputProps, 'value' | 'onChange' | 'onBlur' | 'error'>) => (
  <NumberInput label="Port" min={1} max={65535} allowDecimal={false} thousandSeparator="" {...props} />
);
