/** Pieces of a page: escaped text and tables. */

export const escaped = (words: string): string =>
  words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/** @param right columns whose numbers stand on the right */
export function htmlTable(
  heads: readonly string[],
  rows: readonly (readonly string[])[],
  right: readonly number[] = [],
): string {
  const cell = (tag: string) => (text: string, k: number) =>
    `<${tag}${right.includes(k) ? ' class="right"' : ''}>${escaped(text)}</${tag}>`
  const body = rows.map((row) => `<tr>${row.map(cell('td')).join('')}</tr>`)
  return `<table><thead><tr>${heads.map(cell('th')).join('')}</tr></thead><tbody>${body.join('\n')}</tbody></table>`
}

export const paragraph = (words: string): string => `<p>${escaped(words)}</p>`

/** Plain type, tables that keep their rows together, and pages of any size. */
export const STYLE = `
:root { color: #1d2930; font: 13px/1.45 Inter, system-ui, sans-serif; }
body { max-width: 190mm; margin: 24px auto; padding: 0 16px; background: #fff; }
h1 { margin: 0 0 4px; font-size: 24px; }
h2 { margin: 28px 0 8px; padding-bottom: 3px; font-size: 16px; border-bottom: 1px solid #dcd7cb; }
h3 { margin: 14px 0 4px; font-size: 13px; }
table { width: 100%; margin: 6px 0; font-variant-numeric: tabular-nums; border-collapse: collapse; }
th, td { padding: 3px 8px 3px 0; text-align: left; vertical-align: top; border-bottom: 1px solid #ece7db; }
th { font-weight: 600; color: #5f6a70; }
.right { text-align: right; }
.title { width: auto; }
.note { padding-left: 10px; border-left: 3px solid #dcd7cb; }
.met { color: #2f7548; }
.not-met { font-weight: 600; color: #b3261e; }
.undecided { color: #8a5a12; }
.muted { color: #5f6a70; }
figure { margin: 8px 0; }
figure img, figure svg { display: block; max-width: 100%; height: auto; }
figcaption { color: #5f6a70; }
@page { margin: 15mm; }
@media print { body { max-width: none; margin: 0; padding: 0; } h2, h3 { break-after: avoid; } tr, figure { break-inside: avoid; } }
`
