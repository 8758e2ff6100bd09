import { ActionIcon, Button, FileButton } from '@mantine/core';
import { useRef, type ReactNode } from 'react';

/** A button that asks for one file; the same file may be chosen again. */
export function FilePick({
  says,
  field,
  accept,
  capture,
  disabled = false,
  icon,
  onPick,
}: {
  readonly says: string;
  /** What the field is called. */
  readonly field: string;
  readonly accept: string;
  /** Where there is a camera, the picture is taken with it. */
  readonly capture?: 'environment';
  readonly disabled?: boolean;
  /** Shown for the words where there is no room for them. */
  readonly icon?: ReactNode;
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
      {(props) =>
        icon ? (
          <ActionIcon variant="default" size={56} aria-label={says} {...props}>
            {icon}
          </ActionIcon>
        ) : (
          <Button variant="default" {...props}>
            {says}
          </Button>
        )
      }
    </FileButton>
  );
}
