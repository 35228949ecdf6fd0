import { fireEvent, render, screen } from '@testing-library/react';
import { SectionDrawing, type DrawnSection } from './section-drawing';
import { FindingPicture } from './finding-picture';
import { findingKinds } from '@pentimento/core/log';

const section: DrawnSection = {
  name: '',
  zones: [
    { id: 'field', name: 'Field', kind: 'field' },
    { id: 'left', name: 'Left flange', kind: 'flange' },
    { id: 'right', name: 'Right flange', kind: 'flange' },
    { id: 'pocket', name: 'Pocket', kind: 'deep pocket' },
    { id: 'wall', name: 'Walls', kind: 'steep wall' },
    { id: 'in', name: 'Inner corners', kind: 'inside corner' },
    { id: 'out', name: 'Edges', kind: 'outside corner' },
    { id: 'core', name: 'Core', kind: 'core area' },
  ],
};

test('every zone is a place that can be pointed at, by key too, within the drawing', () => {
  const onPlace = jest.fn();
  render(<SectionDrawing sections={[section]} onPlace={onPlace} />);
  for (const { name, id } of section.zones) {
    fireEvent.keyDown(screen.getByRole('button', { name }), { key: 'Enter' });
    const [place] = onPlace.mock.lastCall as [{ zoneId: string; x: number; y: number }];
    expect(place.zoneId).toBe(id);
    expect(place.x >= 0 && place.x <= 1 && place.y >= 0 && place.y <= 1).toBe(true);
  }
  fireEvent.keyDown(screen.getByRole('button', { name: 'Field' }), { key: 'a' });
  expect(onPlace).toHaveBeenCalledTimes(section.zones.length);
});

test('a mark stands where somebody pointed, else in its zone; one of a zone that is gone is not drawn', () => {
  const mark = (id: string, zoneId: string | null, x: number | null = null) => ({ id, label: id, zoneId, x, y: x, rings: 2 });
  const { container } = render(
    <SectionDrawing sections={[section]} marks={[mark('1', 'pocket'), mark('2', 'gone'), mark('3', null), mark('4', 'wall', 0.5)]} />,
  );
  expect(screen.getByRole('img', { name: 'The mold from the face, 4 marks' })).toBeInTheDocument();
  const labels = [...container.querySelectorAll('g > text')].map(({ textContent }) => textContent);
  expect(labels).toEqual(['1', '3', '4']);
  expect(container.querySelectorAll('circle')).toHaveLength(3 * 3);
});

test('each kind of finding has a picture of its own', () => {
  const drawn = findingKinds.map((kind) => render(<FindingPicture kind={kind} />).container.innerHTML);
  expect(new Set(drawn).size).toBe(findingKinds.length);
});
