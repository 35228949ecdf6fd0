import { pieceText } from './roll-drawing';

test('a label lies along, else across, else its number, else nothing: never over its piece', () => {
  expect(pieceText('S4-L1-P2-02', 12, 80, 12)).toEqual({ text: 'S4-L1-P2-02', turned: false });
  expect(pieceText('S4-L1-P2-02', 12, 20, 80)).toEqual({ text: 'S4-L1-P2-02', turned: true });
  expect(pieceText('S4-L1-P2-02', 12, 20, 20)).toEqual({ text: '12', turned: false });
  expect(pieceText('S4-L1-P2-02', 12, 11, 20)).toEqual({ text: '12', turned: true });
  expect(pieceText('S4-L1-P2-02', 12, 300, 9)).toBeNull();
});
