export function beganOf(pid: number): string | null;
