import { Dropzone } from '@mantine/dropzone';

/** Where a new job's files are dropped. */
export function DropFiles({
  files,
  onDrop,
}: {
  /** Those that are there already. */
  readonly files: readonly File[];
  readonly onDrop: (files: File[]) => void;
}) {
  return (
    <Dropzone
      className="drop"
      onDrop={onDrop}
      inputProps={{ 'aria-label': 'Mesh, G-code file or layer stack' }}
      aria-label="Choose files or drop them here"
    >
      {files.length > 0 ? (
        <>
          To be checked: <b>{files.map((f) => f.name).join(', ')}</b>. Drop others to replace{' '}
          {files.length > 1 ? 'them' : 'it'}.
        </>
      ) : (
        <>
          <b>Drop meshes (STL, 3MF, OBJ), G-code files or a layer stack (ZIP) here</b>, packed or not, up to 200 MB
          each, or press Enter to choose. Meshes share a plate, each program is a job. Machine, tool and material are
          proposed from what stands ready.
        </>
      )}
    </Dropzone>
  );
}
