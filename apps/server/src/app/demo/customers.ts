import type { SeededRandom } from './random';

export interface DemoCustomer {
  readonly code: string;
  readonly name: string;
  readonly segment: string;
  /** Null for the outlet's. */
  readonly currency: string | null;
  readonly outlet: string;
}

const PLACES = [
  'Harbour Lane',
  'Marsh End',
  'Tern Point',
  'Saltern',
  'Oyster Quay',
  'Reedham Bank',
  'Curlew Hill',
  'Samphire Row',
  'Kiln Yard',
  'Winterbourne',
] as const;

/** Six segments, and what their members are called. */
export const DEMO_SEGMENTS: readonly {
  readonly code: string;
  readonly name: string;
  readonly suffixes: readonly string[];
}[] = [
  { code: 'schools', name: 'Schools', suffixes: ['School', 'Primary School', 'Academy'] },
  { code: 'studios', name: 'Studios', suffixes: ['Pottery', 'Ceramics', 'Studio'] },
  { code: 'shops', name: 'Shops', suffixes: ['Craft Supplies', 'Art Shop', 'Gallery Shop'] },
  { code: 'clubs', name: 'Clubs', suffixes: ['Potters', 'Clay Club', 'Guild'] },
  { code: 'colleges', name: 'Colleges', suffixes: ['College', 'School of Art', 'Adult Education'] },
  { code: 'hobby', name: 'Hobby potters', suffixes: ['A. Bramble', 'J. Fennimore', 'P. Quill'] },
];

/** Some customers buy in other currencies: their codes and what they pay in. */
const CURRENCIES: Readonly<Record<string, string>> = {
  C2004: 'GBP',
  C3002: 'USD',
  C3005: 'USD',
  C3008: 'JPY',
  C5003: 'GBP',
  C5009: 'KWD',
};

const OUTLETS = ['quay', 'quay', 'mill', 'web'] as const;

/** Sixty customers, ten in a segment. */
export function demoCustomers(random: SeededRandom): DemoCustomer[] {
  return DEMO_SEGMENTS.flatMap(({ code: segment, suffixes }, group) =>
    PLACES.map((place, index) => {
      const suffix = suffixes[index === 0 ? 0 : random.whole(suffixes.length)] ?? '';
      const code = `C${String(group + 1)}${String(index + 1).padStart(3, '0')}`;
      return {
        code,
        name: segment === 'hobby' ? `${suffix}, ${place}` : `${place} ${suffix}`,
        segment,
        currency: CURRENCIES[code] ?? null,
        outlet: OUTLETS[index % OUTLETS.length] ?? 'quay',
      };
    }),
  );
}
