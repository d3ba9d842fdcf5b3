/** Names of copies: “Walking beam” gives “Walking beam copy”, cut so that it stays within 120 characters. */
export const copyName = (name: string): string => `${name.slice(0, 115)} copy`
