import { describe, expect, it } from 'vitest';
import { pathOf, treeFault, type PlaceNode } from '.';

const rooms = [
  { key: 'cold', name: 'Cold room' },
  { key: 'shed', name: 'Shed' }
];
const node = (key: string, kind: PlaceNode['kind'], name: string, within: string): PlaceNode => ({
  key,
  kind,
  name,
  within
});
const chest = node('chest', 'freezer', 'Chest freezer', 'room:shed');
const left = node('chest-left', 'shelf', 'left', 'chest');
const rack = node('rack', 'shelf', 'rack', 'room:cold');

describe('places', () => {
  it('are a tree: shelves in freezers or rooms, freezers in rooms', () => {
    expect(treeFault([chest, left, rack], rooms)).toBeUndefined();
    expect(treeFault([], rooms)).toBeUndefined();
  });

  it('are named from the house down', () => {
    expect(pathOf('chest-left', [chest, left], rooms)).toEqual(['Shed', 'Chest freezer', 'left']);
    expect(pathOf('room:cold', [], rooms)).toEqual(['Cold room']);
    expect(pathOf('gone', [chest], rooms)).toEqual([]);
    expect(pathOf('chest', [chest], [])).toEqual([]);
  });

  it.each([
    ['a room that is not there', [node('a', 'shelf', 'a', 'room:attic')], 0],
    ['themselves', [node('a', 'freezer', 'a', 'a')], 0],
    ['each other', [node('a', 'freezer', 'a', 'b'), node('b', 'freezer', 'b', 'a')], 0],
    ['a shelf', [rack, node('a', 'shelf', 'a', 'rack')], 1],
    ['the same place under one name', [rack, node('b', 'shelf', 'rack', 'room:cold')], 1],
    ['two places under one key', [chest, { ...chest, name: 'Other' }], 0]
  ] as const)('do not stand in %s', (_, nodes, at) => {
    expect(treeFault(nodes, rooms)?.at).toBe(at);
    for (const { key } of nodes) expect(pathOf(key, nodes, rooms).length).toBeLessThan(4);
  });
});
