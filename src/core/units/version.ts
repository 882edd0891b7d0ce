/** Negative, zero or positive as a version comes before, with or after another: runs of digits count as numbers. */
export const compareVersions = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true })
