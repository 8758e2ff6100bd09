import { Box } from '@mantine/core';
import type { ReactNode } from 'react';

/** A few fields in a row and the button that does something with them. */
export const ActForm = ({
  onAct,
  mt,
  children,
}: {
  readonly onAct: () => void;
  readonly mt?: number;
  readonly children: ReactNode;
}) => (
  <Box
    component="form"
    className="fields"
    mt={mt}
    onSubmit={(e) => {
      e.preventDefault();
      onAct();
    }}
  >
    {children}
  </Box>
);
