import type { SeededRandom } from './random';

export interface DemoCustomer {
  readonly code: string;
  readonly name: string;
  readonly segment: string;
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
const SEGMENTS: readonly { readonly name: string; readonly suffixes: readonly string[] }[] = [
  { name: 'Schools', suffixes: ['School', 'Primary School', 'Academy'] },
  { name: 'Studios', suffixes: ['Pottery', 'Ceramics', 'Studio'] },
  { name: 'Shops', suffixes: ['Craft Supplies', 'Art Shop', 'Gallery Shop'] },
  { name: 'Clubs', suffixes: ['Potters', 'Clay Club', 'Guild'] },
  { name: 'Colleges', suffixes: ['College', 'School of Art', 'Adult Education'] },
  { name: 'Hobby potters', suffixes: ['A. Bramble', 'J. Fennimore', 'P. Quill'] },
];

/** Sixty customers, ten in a segment. */
export function demoCustomers(random: SeededRandom): DemoCustomer[] {
  return SEGMENTS.flatMap(({ name: segment, suffixes }, group) =>
    PLACES.map((place, index) => {
      const suffix = suffixes[index === 0 ? 0 : random.whole(suffixes.length)] ?? '';
      return {
        code: `C${String(group + 1)}${String(index + 1).padStart(3, '0')}`,
        name: segment === 'Hobby potters' ? `${suffix}, ${place}` : `${place} ${suffix}`,
        segment,
      };
    }),
  );
}
