import { Button } from '@mantine/core';
import { useMayChange } from './person.tsx';

/** How a print begins: whoever runs the machines checks a job; who only reads asks for one, and need not know tool or process. */
export function StartJob() {
  const mayChange = useMayChange();
  return (
    <>
      <Button component="a" variant={mayChange ? 'filled' : 'default'} href="/checks/new">
        Check a job
      </Button>
      {!mayChange && (
        <Button component="a" href="/checks/requests/new">
          Request a print
        </Button>
      )}
    </>
  );
}
