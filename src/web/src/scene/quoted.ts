/** The name of a typeface as a sheet of styles has it, whatever is in it. */
export const quoted = (name: string) => `'${name.replace(/['\\]/g, '\\$&')}'`;
