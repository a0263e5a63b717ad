/** The kinds of objects that a setup is made of. */
export const SETUP_OBJECT_KINDS = [
  'level',
  'basePrice',
  'sharedPrice',
  'agreement',
  'costTable',
  'break',
  'rule',
  'condition',
  'settings',
] as const;
export type SetupObjectKind = (typeof SETUP_OBJECT_KINDS)[number];

/** The settings are one object; this is its key. */
export const SETTINGS_KEY = 'settings';
