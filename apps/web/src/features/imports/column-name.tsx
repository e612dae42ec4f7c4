/** What the server calls a problem of a whole line, where others name their column. */
const WHOLE_LINE = 'line';

/** The column in which something is wrong; nothing where the whole line is. */
export const ColumnName = ({ field }: { readonly field: string }) => (field === WHOLE_LINE ? null : <b>{field}:</b>);
