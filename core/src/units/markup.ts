/** Words as they may stand inside XML, SVG or HTML. */
export function escapeMarkup(text: string): string {
  return text.replace(/[&<>"]/g, (mark) => `&#${String(mark.charCodeAt(0))};`);
}
