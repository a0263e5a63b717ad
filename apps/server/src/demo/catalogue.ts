import type { SeededRandom } from './random';

/** The invented goods of Saltmarsh Clay & Kiln. */
export interface DemoCategory {
  readonly code: string;
  readonly name: string;
  readonly parent?: string;
}

export interface DemoItem {
  readonly number: string;
  readonly name: string;
  readonly category: string;
  readonly unit: string;
  readonly quantityDigits: number;
  /** In EUR per unit. */
  readonly basePrice: string;
}

export const DEMO_CATEGORIES: readonly DemoCategory[] = [
  { code: 'clay', name: 'Clay' },
  { code: 'stoneware', name: 'Stoneware bodies', parent: 'clay' },
  { code: 'earthenware', name: 'Earthenware bodies', parent: 'clay' },
  { code: 'porcelain', name: 'Porcelain bodies', parent: 'clay' },
  { code: 'sculpture', name: 'Raku and sculpture', parent: 'clay' },
  { code: 'slip', name: 'Casting slips', parent: 'clay' },
  { code: 'raw', name: 'Raw materials' },
  { code: 'minerals', name: 'Minerals', parent: 'raw' },
  { code: 'oxides', name: 'Oxides and carbonates', parent: 'raw' },
  { code: 'frits', name: 'Frits', parent: 'raw' },
  { code: 'stains', name: 'Body and glaze stains', parent: 'raw' },
  { code: 'glaze', name: 'Glazes' },
  { code: 'brush-on', name: 'Brush-on glazes', parent: 'glaze' },
  { code: 'dipping', name: 'Dipping glazes', parent: 'glaze' },
  { code: 'underglaze', name: 'Underglazes', parent: 'glaze' },
  { code: 'tools', name: 'Tools' },
  { code: 'modelling', name: 'Modelling tools', parent: 'tools' },
  { code: 'turning', name: 'Turning tools', parent: 'tools' },
  { code: 'brushes', name: 'Brushes and sponges', parent: 'tools' },
  { code: 'furniture', name: 'Kiln furniture' },
  { code: 'shelves', name: 'Kiln shelves', parent: 'furniture' },
  { code: 'props', name: 'Props and stilts', parent: 'furniture' },
  { code: 'cones', name: 'Pyrometric cones', parent: 'furniture' },
  { code: 'machines', name: 'Wheels and kilns' },
  { code: 'wheels', name: 'Wheels', parent: 'machines' },
  { code: 'kilns', name: 'Kilns', parent: 'machines' },
  { code: 'services', name: 'Services' },
  { code: 'delivery', name: 'Delivery', parent: 'services' },
  { code: 'hire', name: 'Hire', parent: 'services' },
  { code: 'membership', name: 'Studio membership', parent: 'services' },
];

/** Goods that differ in one or two words: the number's letters, where it starts, and the words. */
interface Series {
  readonly prefix: string;
  readonly from: number;
  readonly step: number;
  readonly category: string;
  readonly unit: string;
  readonly quantityDigits?: number;
  /** Cents of the cheapest, and how many more there may be. */
  readonly cents: number;
  readonly spread: number;
  /** All cost the same where true. */
  readonly onePrice?: boolean;
  readonly names: readonly string[];
}

const crossed = (first: readonly string[], second: readonly string[]): string[] =>
  first.flatMap((one) => second.map((two) => `${one}, ${two}`));

const COLOURS =
  'tidewater,lichen,driftwood,samphire,oyster,sea lavender,sandbank,kelp,moonrise,copper reed,ember,slate,buttercup,rose hip,plum,chalk,ink,moss,heron grey,cockle'.split(
    ',',
  );

const SERIES: readonly Series[] = [
  {
    prefix: 'CL',
    from: 201,
    step: 6,
    category: 'stoneware',
    unit: 'bag',
    cents: 1690,
    spread: 520,
    names: crossed(
      ['Stoneware body'],
      [
        'white, smooth',
        'buff, grogged',
        'buff, smooth',
        'toasted',
        'speckled',
        'iron-rich',
        'fine grog',
        'coarse grog',
        'for throwing',
        'for handbuilding',
      ],
    ),
  },
  {
    prefix: 'CL',
    from: 311,
    step: 4,
    category: 'porcelain',
    unit: 'bag',
    cents: 2890,
    spread: 900,
    names: crossed(
      ['Porcelain body'],
      ['throwing', 'casting grade', 'translucent', 'paper', 'grogged', 'for slabs'],
    ),
  },
  {
    prefix: 'CL',
    from: 401,
    step: 3,
    category: 'earthenware',
    unit: 'bag',
    cents: 1150,
    spread: 400,
    names: crossed(
      ['Earthenware body'],
      [
        'red, smooth',
        'red, grogged',
        'white, smooth',
        'white, school grade',
        'terracotta, garden',
        'black',
        'marbling',
      ],
    ),
  },
  {
    prefix: 'CL',
    from: 501,
    step: 3,
    category: 'sculpture',
    unit: 'bag',
    cents: 1950,
    spread: 700,
    names: crossed(
      ['Sculpture body'],
      [
        'raku',
        'raku, coarse',
        'crank',
        'crank, fine',
        'architectural',
        'paper, lightweight',
        'groggy white',
      ],
    ),
  },
  {
    prefix: 'CL',
    from: 601,
    step: 5,
    category: 'slip',
    unit: 'litre',
    quantityDigits: 1,
    cents: 320,
    spread: 260,
    names: crossed(
      ['Casting slip'],
      ['earthenware, white', 'earthenware, red', 'stoneware', 'porcelain', 'bone china'],
    ),
  },
  {
    prefix: 'MN',
    from: 1,
    step: 1,
    category: 'minerals',
    unit: 'kg',
    quantityDigits: 3,
    cents: 190,
    spread: 700,
    names: [
      'China clay',
      'Ball clay',
      'Quartz, 200 mesh',
      'Potash feldspar',
      'Soda feldspar',
      'Nepheline syenite',
      'Whiting',
      'Dolomite',
      'Talc',
      'Bentonite',
      'Wollastonite',
      'Petalite',
      'Bone ash',
      'Alumina hydrate',
      'Molochite, 120 mesh',
      'Zirconium silicate',
    ],
  },
  {
    prefix: 'OX',
    from: 1,
    step: 1,
    category: 'oxides',
    unit: 'kg',
    quantityDigits: 3,
    cents: 890,
    spread: 6400,
    names: [
      'Red iron oxide',
      'Black iron oxide',
      'Yellow ochre',
      'Manganese dioxide',
      'Rutile, light',
      'Titanium dioxide',
      'Chromium oxide',
      'Copper carbonate',
      'Cobalt carbonate',
      'Cobalt oxide',
      'Nickel oxide',
      'Tin oxide',
      'Zinc oxide',
      'Ilmenite',
    ],
  },
  {
    prefix: 'FR',
    from: 10,
    step: 10,
    category: 'frits',
    unit: 'kg',
    quantityDigits: 3,
    cents: 540,
    spread: 420,
    names: crossed(
      ['Frit'],
      [
        'high alkaline',
        'borax',
        'calcium borate',
        'lead-free low melt',
        'alkaline earth',
        'standard borax',
      ],
    ),
  },
  {
    prefix: 'ST',
    from: 101,
    step: 1,
    category: 'stains',
    unit: 'kg',
    quantityDigits: 3,
    cents: 2850,
    spread: 5100,
    names: crossed(
      ['Stain'],
      [
        'canary',
        'coral',
        'deep crimson',
        'turquoise',
        'cobalt blue',
        'leaf green',
        'chestnut',
        'black',
        'violet',
        'peach',
        'grey',
        'white',
      ],
    ),
  },
  {
    prefix: 'GL',
    from: 1180,
    step: 1,
    category: 'brush-on',
    unit: 'jar',
    cents: 1195,
    spread: 1,
    onePrice: true,
    names: COLOURS.map((colour) => `Brush-on glaze, ${colour}, 473 ml`),
  },
  {
    prefix: 'GL',
    from: 2100,
    step: 10,
    category: 'dipping',
    unit: 'pack',
    cents: 2450,
    spread: 1400,
    names: COLOURS.slice(0, 14).map((colour) => `Dipping glaze powder, ${colour}, 5 kg`),
  },
  {
    prefix: 'UG',
    from: 301,
    step: 1,
    category: 'underglaze',
    unit: 'jar',
    cents: 745,
    spread: 1,
    onePrice: true,
    names: COLOURS.map((colour) => `Underglaze, ${colour}, 118 ml`),
  },
  {
    prefix: 'TL',
    from: 40,
    step: 1,
    category: 'modelling',
    unit: 'piece',
    cents: 180,
    spread: 900,
    names: [
      'Wooden knife, 15 cm',
      'Wooden knife, 20 cm',
      'Loop tool set, six',
      'Needle tool',
      'Clay cutter, wire',
      'Kidney, rubber, soft',
      'Kidney, rubber, firm',
      'Kidney, steel',
      'Kidney, wood',
      'Rib, bamboo',
      'Rolling pin, 30 cm',
      'Rolling guides, pair',
      'Hole cutter set',
      'Texture roller, reeds',
      'Texture roller, waves',
      'Sgraffito set',
      'Extruder, hand',
      'Stamp set, letters',
      'Potter’s knife',
      'Bevel cutter',
    ],
  },
  {
    prefix: 'TL',
    from: 140,
    step: 2,
    category: 'turning',
    unit: 'piece',
    cents: 690,
    spread: 1900,
    names: [
      'Turning tool, round',
      'Turning tool, square',
      'Turning tool, pear',
      'Turning tool, triangle',
      'Turning tool, carbide',
      'Turning tool set, four',
      'Centring plate',
      'Turning clamp ring',
      'Calliper, 20 cm',
      'Calliper, 30 cm',
    ],
  },
  {
    prefix: 'BR',
    from: 1,
    step: 1,
    category: 'brushes',
    unit: 'piece',
    cents: 240,
    spread: 1400,
    names: [
      'Glaze mop, small',
      'Glaze mop, large',
      'Liner brush, 0',
      'Liner brush, 2',
      'Hake, 50 mm',
      'Hake, 75 mm',
      'Fan brush',
      'Bamboo brush, 4',
      'Bamboo brush, 8',
      'Sponge, throwing',
      'Sponge, finishing',
      'Sponge on a stick',
      'Sponge, natural',
      'Banding brush',
    ],
  },
  {
    prefix: 'KF',
    from: 10,
    step: 5,
    category: 'shelves',
    unit: 'piece',
    cents: 1480,
    spread: 8200,
    names: crossed(
      ['Kiln shelf'],
      [
        'cordierite, 30 x 30 cm',
        'cordierite, 40 x 40 cm',
        'cordierite, 50 x 50 cm',
        'cordierite, half round 38 cm',
        'cordierite, half round 48 cm',
        'cordierite, round 50 cm',
        'silicon carbide, 30 x 30 cm',
        'silicon carbide, 40 x 40 cm',
      ],
    ),
  },
  {
    prefix: 'KF',
    from: 110,
    step: 2,
    category: 'props',
    unit: 'piece',
    cents: 95,
    spread: 480,
    names: [
      ...crossed(['Square prop'], ['25 mm', '50 mm', '75 mm', '100 mm', '150 mm', '200 mm']),
      ...crossed(['Stilt'], ['three-point, small', 'three-point, large', 'bar', 'tile crank']),
    ],
  },
  {
    prefix: 'KF',
    from: 201,
    step: 1,
    category: 'cones',
    unit: 'box',
    cents: 890,
    spread: 340,
    names: ['04', '1', '3', '5', '6', '7', '8', '9', '10'].map(
      (cone) => `Pyrometric cones, ${cone}, box of 50`,
    ),
  },
  {
    prefix: 'WH',
    from: 10,
    step: 10,
    category: 'wheels',
    unit: 'piece',
    cents: 69000,
    spread: 110000,
    names: crossed(
      ['Potter’s wheel'],
      ['table-top', 'compact', 'studio', 'studio, silent', 'school', 'for standing', 'kick'],
    ),
  },
  {
    prefix: 'KN',
    from: 10,
    step: 10,
    category: 'kilns',
    unit: 'piece',
    cents: 129000,
    spread: 420000,
    names: crossed(
      ['Electric kiln'],
      [
        'test, 6 litre',
        'top loader, 60 litre',
        'top loader, 120 litre',
        'top loader, 190 litre',
        'front loader, 100 litre',
        'front loader, 210 litre',
        'raku, fibre',
      ],
    ),
  },
  {
    prefix: 'SV',
    from: 1,
    step: 1,
    category: 'delivery',
    unit: 'trip',
    cents: 1450,
    spread: 5200,
    names: [
      'Delivery, zone 1',
      'Delivery, zone 2',
      'Delivery with tail-lift, zone 1',
      'Delivery with tail-lift, zone 2',
      'Delivery, islands',
    ],
  },
  {
    prefix: 'SV',
    from: 101,
    step: 1,
    category: 'hire',
    unit: 'day',
    cents: 900,
    spread: 3900,
    names: [
      'Hire of a wheel',
      'Hire of a kiln, 60 litre',
      'Hire of a slab roller',
      'Hire of an extruder',
      'Hire of a pug mill',
    ],
  },
  {
    prefix: 'SV',
    from: 201,
    step: 1,
    category: 'membership',
    unit: 'month',
    cents: 4500,
    spread: 7500,
    names: [
      'Studio membership, evenings',
      'Studio membership, weekends',
      'Studio membership, full',
      'Shelf rent',
      'Firing pass',
    ],
  },
];

/** What the examples of the documentation rely on. */
const FIXED_PRICES: Readonly<Record<string, string>> = { 'CL-0207': '18.40', 'CL-0311': '31.00' };

export function demoItems(random: SeededRandom): DemoItem[] {
  return SERIES.flatMap((series) =>
    series.names.map((name, index) => {
      const number = `${series.prefix}-${String(series.from + index * series.step).padStart(4, '0')}`;
      const drawn = series.cents + (series.onePrice ? 0 : random.whole(series.spread));
      // Up to the next 5 cents, and to 10 euros above a thousand: prices people would print.
      const cents = Math.ceil(drawn / (drawn > 100_000 ? 1000 : 5)) * (drawn > 100_000 ? 1000 : 5);
      return {
        number,
        name,
        category: series.category,
        unit: series.unit,
        quantityDigits: series.quantityDigits ?? 0,
        basePrice:
          FIXED_PRICES[number] ??
          `${String(Math.floor(cents / 100))}.${String(cents % 100).padStart(2, '0')}`,
      };
    }),
  );
}
