/** What a spreadsheet would take for a formula, or what was guarded against that before. */
const FORMULA = /^'*[=+\-@\t\r]/;
const NUMBER = /^-?\d+(\.\d+)?([eE][+-]?\d+)?$/;

/** One cell that every spreadsheet reads as the text or number it is, never as a formula. */
function csvCell(text: string): string {
  const plain = FORMULA.test(text) && !NUMBER.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
}

/** Rows as a CSV file (RFC 4180): the one place where lists are written. */
export function csvText(rows: readonly (readonly string[])[]): string {
  return rows.map((row) => row.map(csvCell).join(',')).join('\r\n') + '\r\n';
}

/** A cell of a file written here, with the guard against formulas taken off again. */
export function fromCsvCell(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell;
}
