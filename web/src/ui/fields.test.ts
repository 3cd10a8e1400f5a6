/** @jest-environment jsdom */
/** Fields that a person types into: what is taken, what is refused with which words, and what stands there afterwards. */
import { afterEach, describe, expect, test } from '@jest/globals';
import { enableAutoUnmount, mount, type DOMWrapper } from '@vue/test-utils';
import { defineComponent, h, nextTick, ref } from 'vue';
import type { Units } from '@iron-nudge/core';
import FieldsEditor from './FieldsEditor.vue';
import NumberField from './NumberField.vue';
import SheetTable from './SheetTable.vue';
import TextField from './TextField.vue';
import { provideUnits } from './units.ts';
import '../testing/window.ts';

enableAutoUnmount(afterEach);

/** As a key does it: one event for each. */
async function typeInto(field: DOMWrapper<Element>, text: string): Promise<void> {
  (field.element as HTMLInputElement).value = text;
  await field.trigger('input');
}

const FEET: Units = { lengthUnit: 'ft', temperatureUnit: 'F' };

/** A number field in a page of these units; what it gave last stands in `given`. */
function number(props: Record<string, unknown>, units?: Units) {
  const given: number[] = [];
  const value = ref(props['modelValue'] as number);
  const Page = defineComponent({
    setup() {
      if (units) provideUnits(() => units);
      return () =>
        h(NumberField, {
          label: 'Way',
          ...props,
          modelValue: value.value,
          'onUpdate:modelValue': (now: number) => {
            given.push(now);
            value.value = now;
          },
        });
    },
  });
  const page = mount(Page, { attachTo: document.body });
  const input = page.find('input');
  async function type(text: string): Promise<void> {
    await typeInto(input, text);
  }
  const error = () => (page.find('[role=alert]').exists() ? page.find('[role=alert]').text() : '');
  return { page, input, given, value, type, error };
}

describe('a number', () => {
  test.each([
    ['2.5', 2.5],
    ['1.5 m', 1.5],
    ['150 cm', 1.5],
    // Feet and inches: a foot is 0.3048 m by definition, an inch a twelfth of it.
    ['3\'6"', 3.5 * 0.3048],
    ['12 ft', 12 * 0.3048],
  ])('takes %s on a page in metres', async (text, metres) => {
    const { type, given, error } = number({ modelValue: 1, unit: 'm' });
    await type(text);
    expect(error()).toBe('');
    expect(given.at(-1)).toBeCloseTo(metres, 9);
  });
  test('shows feet on a page in feet, and a bare number is feet there', async () => {
    const { page, input, type, given } = number({ modelValue: 3.048, unit: 'm' }, FEET);
    expect(page.find('label').text()).toBe('Way, ft');
    expect(input.element.value).toBe('10');
    await type('20');
    expect(given.at(-1)).toBeCloseTo(6.096, 9);
    await type('2 m');
    expect(given.at(-1)).toBeCloseTo(2, 9);
    await input.trigger('blur');
    // 2 m are 6.562 ft.
    expect(input.element.value).toBe('6.562');
  });
  test.each([
    ['', 'needs a number'],
    ['wide', 'needs a number'],
    ['4.99', 'from 5 to 300'],
    ['300.01', 'from 5 to 300'],
    ['-7', 'from 5 to 300'],
  ])('refuses “%s”, says why beside the field, and keeps what was', async (text, why) => {
    const { input, type, given, error } = number({ modelValue: 30, unit: 'A', least: 5, most: 300 });
    await type(text);
    expect(error()).toBe(why);
    expect(given).toEqual([]);
    expect(input.attributes('aria-invalid')).toBe('true');
    // What was typed stays for the hand to mend.
    expect(input.element.value).toBe(text);
  });
  test.each([['5'], ['300']])('takes its bound, %s', async (text) => {
    const { type, given, error } = number({ modelValue: 30, unit: 'A', least: 5, most: 300 });
    await type(text);
    expect(error()).toBe('');
    expect(given).toEqual([Number(text)]);
  });
  test('a count is whole', async () => {
    const { type, given, error } = number({ modelValue: 2, whole: true, least: 1 });
    await type('2.5');
    expect(error()).toBe('needs a whole number');
    await type('3');
    expect(error()).toBe('');
    expect(given).toEqual([3]);
  });
  test('an answer that is what is typed does not take the cursor’s text away', async () => {
    const { input, type, value } = number({ modelValue: 1, unit: 'V' });
    await type('12.');
    await nextTick();
    expect(input.element.value).toBe('12.');
    await type('12.0');
    expect(input.element.value).toBe('12.0');
    // Somebody else changes it: that is shown.
    value.value = 24;
    await nextTick();
    expect(input.element.value).toBe('24');
  });
});

describe('a text', () => {
  const text = (optional: boolean) => mount(TextField, { props: { label: 'Name', modelValue: 'lamp', optional }, attachTo: document.body });
  test('a name is not empty; what is optional may be', async () => {
    const name = text(false);
    await typeInto(name.find('input'), '  ');
    expect(name.emitted('update:modelValue')).toBeUndefined();
    expect(name.find('[role=alert]').text()).toBe('needs a name');
    const note = text(true);
    await typeInto(note.find('input'), '');
    expect(note.emitted('update:modelValue')).toEqual([['']]);
    expect(note.find('[role=alert]').exists()).toBe(false);
  });
  test('spaces about it are not kept, and no letter is lost when it comes back without them', async () => {
    const name = text(false);
    await typeInto(name.find('input'), 'fog lamp ');
    expect(name.emitted('update:modelValue')!.at(-1)).toEqual(['fog lamp']);
    await name.setProps({ modelValue: 'fog lamp' });
    expect(name.find('input').element.value).toBe('fog lamp ');
  });
});

test('a field is edited in the unit it is shown in, kept in its own, and asked only where it is one', async () => {
  const fields = [
    { type: 'number', path: ['bar', 'pa'], label: 'Opens at', unit: 'kPa', times: 1000, least: 1, most: 1000 },
    { type: 'tick', path: ['wet'], label: 'Wet' },
    { type: 'text', path: ['note'], label: 'Why', asked: ({ wet }: { wet: boolean }) => wet },
  ];
  const editor = mount(FieldsEditor, {
    props: { value: { bar: { pa: 2500 }, wet: false, note: '' }, fields: fields as never, references: {} as never },
    attachTo: document.body,
  });
  const labels = () => editor.findAll('label').map((label) => label.text());
  expect(labels().join(' ')).not.toContain('Why');
  const number_ = editor.find('input[inputmode=decimal]');
  expect((number_.element as HTMLInputElement).value).toBe('2.5');
  await typeInto(number_, '4');
  expect(editor.emitted('change')!.at(-1)).toEqual([{ bar: { pa: 4000 }, wet: false, note: '' }, 'bar.pa']);
  await editor.setProps({ value: { bar: { pa: 4000 }, wet: true, note: '' } });
  expect(labels().join(' ')).toContain('Why');
});

describe('a table', () => {
  const rows = ['W10', 'W2', 'W1'].map((tag, at) => ({ tag, metres: [0.5, 10, 2][at]! }));
  type Row = (typeof rows)[number];
  const table = (of = rows) =>
    mount(SheetTable<Row>, {
      props: {
        label: 'Wires',
        rows: of,
        idOf: ({ tag }: Row) => tag,
        columns: [
          { key: 'tag', title: 'Wire', of: ({ tag }: Row) => tag },
          { key: 'metres', title: 'Cut', number: true, of: ({ metres }: Row) => metres },
          { key: 'note', title: 'Note' },
        ],
      } as never,
      attachTo: document.body,
    });
  const firsts = (wrapper: ReturnType<typeof table>) => wrapper.findAll('tbody tr:not([aria-hidden])').map((row) => row.find('td').text());
  test('sorts numbers in names as numbers, up, down and back', async () => {
    const wrapper = table();
    expect(firsts(wrapper)).toEqual(['W10', 'W2', 'W1']);
    const [byTag, byMetres] = wrapper.findAll('.sorter');
    await byTag!.trigger('click');
    expect(firsts(wrapper)).toEqual(['W1', 'W2', 'W10']);
    expect(wrapper.find('th').attributes('aria-sort')).toBe('ascending');
    await byTag!.trigger('click');
    expect(firsts(wrapper)).toEqual(['W10', 'W2', 'W1']);
    expect(wrapper.find('th').attributes('aria-sort')).toBe('descending');
    await byTag!.trigger('click');
    expect(wrapper.find('th').attributes('aria-sort')).toBe('none');
    await byMetres!.trigger('click');
    expect(firsts(wrapper)).toEqual(['W10', 'W1', 'W2']);
    // A column with nothing to sort by has no button.
    expect(wrapper.findAll('.sorter')).toHaveLength(2);
  });
  test('of a thousand rows draws a screenful, and says when there is none', () => {
    const many = table(Array.from({ length: 1000 }, (_, at) => ({ tag: `W${at}`, metres: at })));
    expect(firsts(many)).toHaveLength(120);
    expect(table([]).text()).toContain('Nothing here yet.');
  });
});
