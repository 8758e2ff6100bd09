import { Box } from '@mantine/core';
import { formatDuration } from '../core/units/format.ts';

/** A print that nothing is heard of: how long, what that may mean, and what to do. */
export const SilentNotice = ({ machineName, silentS }: { readonly machineName: string; readonly silentS: number }) => (
  <Box component="p" role="alert" c="var(--oxide)" mt={8}>
    Nothing heard of this print for {formatDuration(silentS)}: the figures below are as old. {machineName} may go on or
    stand still, hot: go and look. It is taken up again by itself; the emergency stop reaches the machine meanwhile.
  </Box>
);
