/** The server's field name for a problem of a whole line. */
const WHOLE_LINE = 'line';

/** The name of the column with an error; empty for an error of the whole line. */
export const ColumnName = ({ field }: { readonly field: string }) => (field === WHOLE_LINE ? null : <b>{field}:</b>);
