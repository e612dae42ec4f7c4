/** Tables of the guide's pages, and the figures in them. */
export const percent = (share, digits = 2) => `${(share * 100).toFixed(digits)} %`;
export const table = (head, rows) =>
  [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');
