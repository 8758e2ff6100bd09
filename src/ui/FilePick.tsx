import { Button, FileButton } from '@mantine/core';
import { useRef } from 'react';

/** A button that asks for one file; the same file may be chosen again. */
export function FilePick({
  says,
  field,
  accept,
  capture,
  disabled = false,
  onPick,
}: {
  readonly says: string;
  /** What the field is called. */
  readonly field: string;
  readonly accept: string;
  /** Where there is a camera, the picture is taken with it. */
  readonly capture?: 'environment';
  readonly disabled?: boolean;
  readonly onPick: (file: File) => Promise<void>;
}) {
  const reset = useRef<() => void>(null);
  return (
    <FileButton
      accept={accept}
      {...(capture && { capture })}
      disabled={disabled}
      resetRef={reset}
      inputProps={{ 'aria-label': field }}
      onChange={(file) => {
        if (file) void onPick(file);
        reset.current?.();
      }}
    >
      {(props) => (
        <Button variant="default" {...props}>
          {says}
        </Button>
      )}
    </FileButton>
  );
}
