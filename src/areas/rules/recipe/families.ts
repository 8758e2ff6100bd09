/** Whether a family stands in a list with commas. */
export const inList = (list: string, family: string): boolean =>
  list
    .split(',')
    .map((f) => f.trim().toLowerCase())
    .includes(family.toLowerCase());
