import type { ShownScreen } from './screens';

type Screen = Pick<ShownScreen<unknown>, 'press' | 'tick' | 'type' | 'settle'>;

/** Narrows a list to some options of the filter with this label, as its chip has it now. */
export async function narrow(
  screen: Screen,
  chip: string,
  label: string,
  ...options: readonly string[]
): Promise<void> {
  await screen.press(chip);
  for (const option of options) await screen.tick(label, option);
  await screen.press('Done');
}

/** Narrows a list by a figure, typed into the field with this label. */
export async function narrowTo(
  screen: Screen,
  chip: string,
  label: string,
  text: string,
): Promise<void> {
  await screen.press(chip);
  await screen.type(label, text);
  await screen.press('Done');
}
