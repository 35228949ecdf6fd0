/** The five places, in the order of their digits. */
export const places = [
  { digit: '1', path: '/', name: 'Board' },
  { digit: '2', path: '/bench', name: 'Bench' },
  { digit: '3', path: '/rack', name: 'Rack' },
  { digit: '4', path: '/stores', name: 'Stores' },
  { digit: '5', path: '/shop', name: 'Shop' },
] as const;

export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}
