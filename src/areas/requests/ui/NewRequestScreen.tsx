import { Box, Button, NumberInput, Textarea, TextInput } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import '@mantine/dropzone/styles.layer.css';
import { schemaResolver, useForm } from '@mantine/form';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { DayField } from '../../../ui/DayField.tsx';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { navigate } from '../../../ui/router.tsx';
import { titleOfFile, upload, whyTooLarge } from '../../../ui/upload.ts';
import type { FileRef } from '../model/file.ts';
import { MOST_FILES, requestSchema } from '../model/schemas.ts';

const wordsSchema = requestSchema.omit(['files']);

/** A print is asked for: the file, what is wanted in words, and by when. Machine, tool and process are for whoever takes it up. */
export function NewRequestScreen() {
  const [files, setFiles] = useState<readonly File[]>([]);
  const [validationError, setValidationError] = useState<string | null>(null);
  const [sending, setSending] = useState<string | null>(null);
  const form = useForm({
    initialValues: { title: '', wanted: '', quantity: 1, due: '' },
    transformValues: (v) => ({ ...v, due: v.due || null }),
    validate: (v) => schemaResolver(wordsSchema)({ ...v, due: v.due || null }),
    validateInputOnBlur: true,
  });
  const take = (list: readonly File[]): void => {
    const tooLarge = list.map(whyTooLarge).filter((why) => why !== null);
    const few = list.filter((f) => !whyTooLarge(f));
    if (few.length > MOST_FILES) tooLarge.push(`${few.length} files; a request takes ${MOST_FILES}`);
    setValidationError(tooLarge.join('. ') || null);
    if (few.length === 0) return;
    setFiles(few.slice(0, MOST_FILES));
    if (!form.values.title) form.setFieldValue('title', titleOfFile(few[0]!.name));
  };
  const send = async (asked: ReturnType<typeof form.getTransformedValues>): Promise<void> => {
    if (files.length === 0) {
      setValidationError('Drop a mesh or a program first');
      return;
    }
    setValidationError(null);
    try {
      const sent: FileRef[] = [];
      for (const f of files) {
        const { sha256 } = await upload(f, (s) => setSending(`Uploading ${f.name}, ${Math.round(s * 100)} %`));
        sent.push({ sha256, name: f.name, size: f.size });
      }
      const { id, name } = await post('/api/requests', { ...asked, files: sent });
      notifySuccess(`${name} sent`);
      navigate(`/checks/requests/${id}`);
    } catch (e) {
      setValidationError((e as Error).message);
    } finally {
      setSending(null);
    }
  };
  return (
    <>
      <JobRooms here={null} />
      <form onSubmit={form.onSubmit((asked) => void send(asked))}>
        <div className="band" data-kind="job">
          <div>
            <div className="kind">Request</div>
            <h1>Request a print</h1>
          </div>
          <div className="end">
            <Button type="submit" disabled={sending !== null}>
              {sending ?? 'Send request'}
            </Button>
          </div>
        </div>
        <section className="stage">
          <Dropzone
            className="drop"
            onDrop={take}
            inputProps={{ 'aria-label': 'Files to be printed' }}
            aria-label="Choose files or drop them here"
          >
            {files.length > 0 ? (
              <>
                To be printed: <b>{files.map((f) => f.name).join(', ')}</b>. Drop others to replace{' '}
                {files.length > 1 ? 'them' : 'it'}.
              </>
            ) : (
              <>
                <b>Drop meshes (STL, 3MF, OBJ) or a G-code file here</b>, up to 200 MB each, or press Enter to choose.
                Machine, tool and process are chosen by whoever takes it up.
              </>
            )}
          </Dropzone>
          {validationError && (
            <Box component="p" role="alert" c="var(--oxide)" mt={8}>
              {validationError}
            </Box>
          )}
          <div className="stacked">
            <Textarea
              label="What is wanted"
              description="What it is for, which material or colour, what matters: a fit, a face, a strength"
              autosize
              minRows={3}
              {...form.getInputProps('wanted')}
            />
            <TextInput label="Title" {...form.getInputProps('title')} />
            <NumberInput label="Pieces" min={1} max={10_000} allowDecimal={false} {...form.getInputProps('quantity')} />
            <DayField
              label="Wanted by"
              value={form.values.due}
              onChange={(due) => form.setFieldValue('due', due)}
              error={form.errors['due']}
            />
          </div>
        </section>
      </form>
    </>
  );
}
