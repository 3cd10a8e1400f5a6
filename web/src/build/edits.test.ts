import { describe, expect, test } from '@jest/globals';
import { blankDesign } from '@iron-nudge/core';
import { withCount, withWireEdit } from './edits.ts';

const blank = blankDesign('x');

describe('what is said of wires and parts', () => {
  test('is added to what was said before, and gone when its last field is taken back', () => {
    const one = withWireEdit(blank, 'w', { colour: 'RD' });
    const two = withWireEdit(one, 'w', { label: 'A' });
    expect(two.build.wires).toEqual({ w: { colour: 'RD', label: 'A' } });
    expect(withWireEdit(two, 'w', { colour: undefined }).build.wires).toEqual({ w: { label: 'A' } });
    expect(withWireEdit(withWireEdit(two, 'w', { colour: undefined }), 'w', { label: undefined }).build.wires).toEqual({});
    expect(blank.build.wires).toEqual({});
  });
  test('none in the drawer is a count, nothing said is none', () => {
    const some = withCount(blank, 'drawer', 'Diode', 3);
    expect(withCount(some, 'drawer', 'Diode', 0).build.drawer).toEqual({ Diode: 0 });
    expect(withCount(some, 'drawer', 'Diode', undefined).build.drawer).toEqual({});
    expect(some.build.spares).toEqual({});
  });
});
