import { Box, Button, Modal, TextInput } from '@mantine/core';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { notifySuccess } from '../../../ui/notify.tsx';
import type { CompareColumn } from '../model/pages.ts';
import { showValue } from '../model/values.ts';
import type { Setting, SettingValue } from '../settings/define.ts';

export interface Crossing {
  readonly setting: Setting;
  readonly value: SettingValue;
  readonly from: string;
  readonly to: CompareColumn;
}

/** Copies one value from a column of a comparison to another profile, with a reason. */
export function CopyAcross({
  crossing: c,
  onClose,
  onDone,
}: {
  readonly crossing: Crossing;
  readonly onClose: () => void;
  readonly onDone: () => void;
}) {
  const [why, setWhy] = useState('');
  const [validationError, setValidationError] = useState<string | null>(null);
  const copy = async (): Promise<void> => {
    try {
      const done = await post('/api/library/changes', {
        changes: [{ ...c.to.into!, setting: c.setting.key, text: showValue(c.setting, c.value) }],
        message: why,
        reason: 'copied from elsewhere',
        write: true,
      });
      notifySuccess(`${c.setting.label} of ${c.to.name}: ${done.state === 'released' ? 'released' : 'sent to review'}`);
      onDone();
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  return (
    <Modal
      opened
      onClose={onClose}
      title={`${c.setting.label}: ${showValue(c.setting, c.value).slice(0, 40)} to ${c.to.name}`}
      transitionProps={{ duration: 0 }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void copy();
        }}
      >
        <Box component="p" className="hint" mb={10}>
          From {c.from}. {c.to.name} has{' '}
          {c.to.cells[c.setting.key] ? showValue(c.setting, c.to.cells[c.setting.key]!.value).slice(0, 40) : 'none'}{' '}
          now.
        </Box>
        <TextInput
          label="Why, in one line"
          value={why}
          onChange={(e) => setWhy(e.currentTarget.value)}
          error={validationError}
          data-autofocus
        />
        <Button type="submit" mt={12} disabled={why.trim().length < 3}>
          Copy value
        </Button>
      </form>
    </Modal>
  );
}
