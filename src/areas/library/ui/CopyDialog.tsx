import { Box, Button, Modal, TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { post } from '../../../ui/api.ts';
import { navigate } from '../../../ui/router.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import type { ProfilePage } from '../model/pages.ts';

/** A profile of one's own that starts from another. */
export function CopyDialog({
  open,
  page,
  onClose,
}: {
  readonly open: boolean;
  readonly page: ProfilePage;
  readonly onClose: () => void;
}) {
  const [name, setName] = useState('');
  const [validationError, setValidationError] = useState<string | null>(null);
  useEffect(() => {
    if (open) setName(`${page.name.replace(/, stock$/, '')}, our copy`);
  }, [open, page.name]);
  const copy = async (): Promise<void> => {
    try {
      const made = await post('/api/profiles/[id]/copy', { id: page.id }, { name });
      onClose();
      notifySuccess(`${made.name} now starts from ${page.name}`);
      navigate(`/library/${made.id}?edit=true`);
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  return (
    <Modal
      opened={open}
      onClose={onClose}
      title={page.stock ? `${page.name} is read-only: edit a copy` : `Copy ${page.name}`}
      transitionProps={{ duration: 0 }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void copy();
        }}
      >
        <TextInput
          label="Name of the copy"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={validationError}
          data-autofocus
        />
        <Box component="p" className="hint" mt={8} mr={0} mb={14} ml={0}>
          The copy starts from {page.name} and differs only where you change it.
        </Box>
        <Button type="submit">Copy</Button>
      </form>
    </Modal>
  );
}
