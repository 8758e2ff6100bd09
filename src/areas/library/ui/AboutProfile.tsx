import { Box, Button, Group, Modal, TagsInput, Textarea } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { useMayChange } from '../../../ui/person.tsx';
import type { ProfilePage } from '../model/pages.ts';

/** Tags and notes of a profile, and their change. */
export function AboutProfile({ page }: { readonly page: ProfilePage }) {
  const mayChange = useMayChange() && !page.stock;
  const client = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const [tags, setTags] = useState<string[]>([]);
  const [notes, setNotes] = useState('');
  const [validationError, setValidationError] = useState<string | null>(null);
  const keep = async (): Promise<void> => {
    try {
      await post('/api/profiles/[id]/about', { id: page.id }, { tags, notes });
      setOpen(false);
      await client.invalidateQueries({ queryKey: ['profile', page.id] });
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  return (
    <>
      <Box component="h3" display="flex">
        Tags and notes
        {mayChange && (
          <Button
            variant="subtle"
            size="compact-xs"
            ml="auto"
            onClick={() => {
              setTags([...page.tags]);
              setNotes(page.notes);
              setValidationError(null);
              setOpen(true);
            }}
          >
            change
          </Button>
        )}
      </Box>
      <Group gap={4} align="stretch">
        {page.tags.map((t) => (
          <span key={t} className="chip">
            {t}
          </span>
        ))}
        {page.tags.length === 0 && <span className="hint">no tags</span>}
      </Group>
      {page.notes && <p className="hint aswritten">{page.notes}</p>}
      <Modal
        opened={isOpen}
        onClose={() => setOpen(false)}
        title={`About ${page.name}`}
        transitionProps={{ duration: 0 }}
      >
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
          className="stacked"
        >
          <TagsInput
            label="Tags"
            description="Enter after each"
            value={tags}
            onChange={setTags}
            error={validationError}
            maxTags={20}
          />
          <Textarea
            label="Notes"
            autosize
            minRows={4}
            maxRows={12}
            maxLength={5000}
            value={notes}
            onChange={(e) => setNotes(e.currentTarget.value)}
          />
          <Button type="submit">Save</Button>
        </form>
      </Modal>
    </>
  );
}
