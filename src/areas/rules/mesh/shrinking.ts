/** Plastics that shrink enough to lift long parts and corners. Common practice, no source. */
export const SHRINKING: readonly string[] = ['ABS', 'ASA', 'PA', 'PA-CF', 'PC', 'PP'];
