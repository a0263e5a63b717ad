/** The invented goods of Saltmarsh Clay & Kiln: data, and nothing else. */
import type { ItemKind, TimeUnit } from '@honest-ledger/engine';

export interface DemoCategory {
  readonly code: string;
  readonly name: string;
  readonly parent?: string;
}

/** The tree, each before what lies under it: code, name, and the code it lies under. */
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

/** Goods that differ in their names: the number's letters, where it starts and how it goes on. */
export interface DemoSeries {
  readonly prefix: string;
  readonly from: number;
  readonly step: number;
  readonly category: string;
  readonly unit: string;
  readonly quantityDigits: number;
  /** Cents of the cheapest, and how many more there may be; 0 where all cost the same. */
  readonly cents: number;
  readonly spread: number;
  readonly supplier: string;
  readonly brand?: string;
  /** Goods alike but for colour or size, under one name. */
  readonly family?: string;
  readonly kind?: ItemKind;
  readonly timeUnit?: TimeUnit;
  /** Further units: how many base units each is. */
  readonly units?: readonly { readonly unit: string; readonly factor: string }[];
  /** How much the maker's list price is above the base price, in percent. */
  readonly listAbove?: number;
  /** The shared price that all of them point to. */
  readonly shared?: string;
  /** Separated by semicolons. */
  readonly names: string;
}

export const DEMO_SERIES: readonly DemoSeries[] = [
  {
    prefix: 'CL',
    from: 201,
    step: 6,
    category: 'stoneware',
    supplier: 'pits',
    brand: 'ebb',
    family: 'Stoneware bodies',
    units: [{ unit: 'pallet', factor: '60' }],
    unit: 'bag',
    quantityDigits: 0,
    cents: 1690,
    spread: 520,
    names:
      'Stoneware body, white, smooth; Stoneware body, buff, grogged; Stoneware body, buff, smooth; Stoneware body, toasted; Stoneware body, speckled; Stoneware body, iron-rich; Stoneware body, fine grog; Stoneware body, coarse grog; Stoneware body, for throwing; Stoneware body, for handbuilding',
  },
  {
    prefix: 'CL',
    from: 311,
    step: 4,
    category: 'porcelain',
    supplier: 'pits',
    brand: 'greyling',
    family: 'Porcelain bodies',
    units: [{ unit: 'pallet', factor: '60' }],
    unit: 'bag',
    quantityDigits: 0,
    cents: 2890,
    spread: 900,
    names:
      'Porcelain body, throwing; Porcelain body, casting grade; Porcelain body, translucent; Porcelain body, paper; Porcelain body, grogged; Porcelain body, for slabs',
  },
  {
    prefix: 'CL',
    from: 401,
    step: 3,
    category: 'earthenware',
    supplier: 'pits',
    brand: 'ebb',
    family: 'Earthenware bodies',
    units: [{ unit: 'pallet', factor: '60' }],
    unit: 'bag',
    quantityDigits: 0,
    cents: 1150,
    spread: 400,
    names:
      'Earthenware body, red, smooth; Earthenware body, red, grogged; Earthenware body, white, smooth; Earthenware body, white, school grade; Earthenware body, terracotta, garden; Earthenware body, black; Earthenware body, marbling',
  },
  {
    prefix: 'CL',
    from: 501,
    step: 3,
    category: 'sculpture',
    supplier: 'pits',
    brand: 'ebb',
    units: [{ unit: 'pallet', factor: '60' }],
    unit: 'bag',
    quantityDigits: 0,
    cents: 1950,
    spread: 700,
    names:
      'Sculpture body, raku; Sculpture body, raku, coarse; Sculpture body, crank; Sculpture body, crank, fine; Sculpture body, architectural; Sculpture body, paper, lightweight; Sculpture body, groggy white',
  },
  {
    prefix: 'CL',
    from: 601,
    step: 5,
    category: 'slip',
    supplier: 'pits',
    brand: 'ebb',
    units: [{ unit: 'drum', factor: '25' }],
    unit: 'litre',
    quantityDigits: 1,
    cents: 320,
    spread: 260,
    names:
      'Casting slip, earthenware, white; Casting slip, earthenware, red; Casting slip, stoneware; Casting slip, porcelain; Casting slip, bone china',
  },
  {
    prefix: 'MN',
    from: 1,
    step: 1,
    category: 'minerals',
    supplier: 'northgate',
    brand: 'saltpan',
    units: [
      { unit: 'g', factor: '0.001' },
      { unit: 'sack', factor: '25' },
    ],
    unit: 'kg',
    quantityDigits: 3,
    cents: 190,
    spread: 700,
    names:
      'China clay; Ball clay; Quartz, 200 mesh; Potash feldspar; Soda feldspar; Nepheline syenite; Whiting; Dolomite; Talc; Bentonite; Wollastonite; Petalite; Bone ash; Alumina hydrate; Molochite, 120 mesh; Zirconium silicate',
  },
  {
    prefix: 'OX',
    from: 1,
    step: 1,
    category: 'oxides',
    supplier: 'northgate',
    brand: 'saltpan',
    units: [{ unit: 'g', factor: '0.001' }],
    unit: 'kg',
    quantityDigits: 3,
    cents: 890,
    spread: 6400,
    names:
      'Red iron oxide; Black iron oxide; Yellow ochre; Manganese dioxide; Rutile, light; Titanium dioxide; Chromium oxide; Copper carbonate; Cobalt carbonate; Cobalt oxide; Nickel oxide; Tin oxide; Zinc oxide; Ilmenite',
  },
  {
    prefix: 'FR',
    from: 10,
    step: 10,
    category: 'frits',
    supplier: 'northgate',
    brand: 'saltpan',
    units: [{ unit: 'g', factor: '0.001' }],
    unit: 'kg',
    quantityDigits: 3,
    cents: 540,
    spread: 420,
    names:
      'Frit, high alkaline; Frit, borax; Frit, calcium borate; Frit, lead-free low melt; Frit, alkaline earth; Frit, standard borax',
  },
  {
    prefix: 'ST',
    from: 101,
    step: 1,
    category: 'stains',
    supplier: 'northgate',
    brand: 'glasswort',
    family: 'Stains',
    units: [{ unit: 'g', factor: '0.001' }],
    unit: 'kg',
    quantityDigits: 3,
    cents: 2850,
    spread: 5100,
    names:
      'Stain, canary; Stain, coral; Stain, deep crimson; Stain, turquoise; Stain, cobalt blue; Stain, leaf green; Stain, chestnut; Stain, black; Stain, violet; Stain, peach; Stain, grey; Stain, white',
  },
  {
    prefix: 'GL',
    from: 1180,
    step: 1,
    category: 'brush-on',
    supplier: 'tidemark',
    brand: 'tidemark',
    family: 'Brush-on glazes',
    shared: 'Brush-on glaze, 473 ml',
    listAbove: 8,
    units: [{ unit: 'case', factor: '6' }],
    unit: 'jar',
    quantityDigits: 0,
    cents: 1195,
    spread: 0,
    names:
      'Brush-on glaze, tidewater, 473 ml; Brush-on glaze, lichen, 473 ml; Brush-on glaze, driftwood, 473 ml; Brush-on glaze, samphire, 473 ml; Brush-on glaze, oyster, 473 ml; Brush-on glaze, sea lavender, 473 ml; Brush-on glaze, sandbank, 473 ml; Brush-on glaze, kelp, 473 ml; Brush-on glaze, moonrise, 473 ml; Brush-on glaze, copper reed, 473 ml; Brush-on glaze, ember, 473 ml; Brush-on glaze, slate, 473 ml; Brush-on glaze, buttercup, 473 ml; Brush-on glaze, rose hip, 473 ml; Brush-on glaze, plum, 473 ml; Brush-on glaze, chalk, 473 ml; Brush-on glaze, ink, 473 ml; Brush-on glaze, moss, 473 ml; Brush-on glaze, heron grey, 473 ml; Brush-on glaze, cockle, 473 ml',
  },
  {
    prefix: 'GL',
    from: 2100,
    step: 10,
    category: 'dipping',
    supplier: 'tidemark',
    brand: 'tidemark',
    family: 'Dipping glazes',
    listAbove: 8,
    unit: 'pack',
    quantityDigits: 0,
    cents: 2450,
    spread: 1400,
    names:
      'Dipping glaze powder, tidewater, 5 kg; Dipping glaze powder, lichen, 5 kg; Dipping glaze powder, driftwood, 5 kg; Dipping glaze powder, samphire, 5 kg; Dipping glaze powder, oyster, 5 kg; Dipping glaze powder, sea lavender, 5 kg; Dipping glaze powder, sandbank, 5 kg; Dipping glaze powder, kelp, 5 kg; Dipping glaze powder, moonrise, 5 kg; Dipping glaze powder, copper reed, 5 kg; Dipping glaze powder, ember, 5 kg; Dipping glaze powder, slate, 5 kg; Dipping glaze powder, buttercup, 5 kg; Dipping glaze powder, rose hip, 5 kg',
  },
  {
    prefix: 'UG',
    from: 301,
    step: 1,
    category: 'underglaze',
    supplier: 'tidemark',
    brand: 'glasswort',
    family: 'Underglazes',
    shared: 'Underglaze, 118 ml',
    units: [{ unit: 'case', factor: '12' }],
    unit: 'jar',
    quantityDigits: 0,
    cents: 745,
    spread: 0,
    names:
      'Underglaze, tidewater, 118 ml; Underglaze, lichen, 118 ml; Underglaze, driftwood, 118 ml; Underglaze, samphire, 118 ml; Underglaze, oyster, 118 ml; Underglaze, sea lavender, 118 ml; Underglaze, sandbank, 118 ml; Underglaze, kelp, 118 ml; Underglaze, moonrise, 118 ml; Underglaze, copper reed, 118 ml; Underglaze, ember, 118 ml; Underglaze, slate, 118 ml; Underglaze, buttercup, 118 ml; Underglaze, rose hip, 118 ml; Underglaze, plum, 118 ml; Underglaze, chalk, 118 ml; Underglaze, ink, 118 ml; Underglaze, moss, 118 ml; Underglaze, heron grey, 118 ml; Underglaze, cockle, 118 ml',
  },
  {
    prefix: 'TL',
    from: 40,
    step: 1,
    category: 'modelling',
    supplier: 'ferrybridge',
    brand: 'ferrybridge',
    listAbove: 12,
    unit: 'piece',
    quantityDigits: 0,
    cents: 180,
    spread: 900,
    names:
      'Wooden knife, 15 cm; Wooden knife, 20 cm; Loop tool set, six; Needle tool; Clay cutter, wire; Kidney, rubber, soft; Kidney, rubber, firm; Kidney, steel; Kidney, wood; Rib, bamboo; Rolling pin, 30 cm; Rolling guides, pair; Hole cutter set; Texture roller, reeds; Texture roller, waves; Sgraffito set; Extruder, hand; Stamp set, letters; Potter’s knife; Bevel cutter',
  },
  {
    prefix: 'TL',
    from: 140,
    step: 2,
    category: 'turning',
    supplier: 'ferrybridge',
    brand: 'ferrybridge',
    listAbove: 12,
    unit: 'piece',
    quantityDigits: 0,
    cents: 690,
    spread: 1900,
    names:
      'Turning tool, round; Turning tool, square; Turning tool, pear; Turning tool, triangle; Turning tool, carbide; Turning tool set, four; Centring plate; Turning clamp ring; Calliper, 20 cm; Calliper, 30 cm',
  },
  {
    prefix: 'BR',
    from: 1,
    step: 1,
    category: 'brushes',
    supplier: 'ferrybridge',
    brand: 'bellwether',
    unit: 'piece',
    quantityDigits: 0,
    cents: 240,
    spread: 1400,
    names:
      'Glaze mop, small; Glaze mop, large; Liner brush, 0; Liner brush, 2; Hake, 50 mm; Hake, 75 mm; Fan brush; Bamboo brush, 4; Bamboo brush, 8; Sponge, throwing; Sponge, finishing; Sponge on a stick; Sponge, natural; Banding brush',
  },
  {
    prefix: 'KF',
    from: 10,
    step: 5,
    category: 'shelves',
    supplier: 'emberline',
    brand: 'emberline',
    unit: 'piece',
    quantityDigits: 0,
    cents: 1480,
    spread: 8200,
    names:
      'Kiln shelf, cordierite, 30 x 30 cm; Kiln shelf, cordierite, 40 x 40 cm; Kiln shelf, cordierite, 50 x 50 cm; Kiln shelf, cordierite, half round 38 cm; Kiln shelf, cordierite, half round 48 cm; Kiln shelf, cordierite, round 50 cm; Kiln shelf, silicon carbide, 30 x 30 cm; Kiln shelf, silicon carbide, 40 x 40 cm',
  },
  {
    prefix: 'KF',
    from: 110,
    step: 2,
    category: 'props',
    supplier: 'emberline',
    brand: 'emberline',
    units: [{ unit: 'set', factor: '12' }],
    unit: 'piece',
    quantityDigits: 0,
    cents: 95,
    spread: 480,
    names:
      'Square prop, 25 mm; Square prop, 50 mm; Square prop, 75 mm; Square prop, 100 mm; Square prop, 150 mm; Square prop, 200 mm; Stilt, three-point, small; Stilt, three-point, large; Stilt, bar; Stilt, tile crank',
  },
  {
    prefix: 'KF',
    from: 201,
    step: 1,
    category: 'cones',
    supplier: 'emberline',
    brand: 'bellwether',
    unit: 'box',
    quantityDigits: 0,
    cents: 890,
    spread: 340,
    names:
      'Pyrometric cones, 04, box of 50; Pyrometric cones, 1, box of 50; Pyrometric cones, 3, box of 50; Pyrometric cones, 5, box of 50; Pyrometric cones, 6, box of 50; Pyrometric cones, 7, box of 50; Pyrometric cones, 8, box of 50; Pyrometric cones, 9, box of 50; Pyrometric cones, 10, box of 50',
  },
  {
    prefix: 'WH',
    from: 10,
    step: 10,
    category: 'wheels',
    supplier: 'orrin',
    brand: 'orrin',
    listAbove: 15,
    unit: 'piece',
    quantityDigits: 0,
    cents: 69000,
    spread: 110000,
    names:
      'Potter’s wheel, table-top; Potter’s wheel, compact; Potter’s wheel, studio; Potter’s wheel, studio, silent; Potter’s wheel, school; Potter’s wheel, for standing; Potter’s wheel, kick',
  },
  {
    prefix: 'KN',
    from: 10,
    step: 10,
    category: 'kilns',
    supplier: 'emberline',
    brand: 'emberline',
    listAbove: 15,
    unit: 'piece',
    quantityDigits: 0,
    cents: 129000,
    spread: 420000,
    names:
      'Electric kiln, test, 6 litre; Electric kiln, top loader, 60 litre; Electric kiln, top loader, 120 litre; Electric kiln, top loader, 190 litre; Electric kiln, front loader, 100 litre; Electric kiln, front loader, 210 litre; Electric kiln, raku, fibre',
  },
  {
    prefix: 'SV',
    from: 1,
    step: 1,
    category: 'delivery',
    supplier: 'own',
    kind: 'fee',
    unit: 'trip',
    quantityDigits: 0,
    cents: 1450,
    spread: 5200,
    names:
      'Delivery, zone 1; Delivery, zone 2; Delivery with tail-lift, zone 1; Delivery with tail-lift, zone 2; Delivery, islands',
  },
  {
    prefix: 'SV',
    from: 101,
    step: 1,
    category: 'hire',
    supplier: 'own',
    kind: 'service',
    timeUnit: 'day',
    unit: 'piece',
    quantityDigits: 0,
    cents: 900,
    spread: 3900,
    names:
      'Hire of a wheel; Hire of a kiln, 60 litre; Hire of a slab roller; Hire of an extruder; Hire of a pug mill',
  },
  {
    prefix: 'SV',
    from: 201,
    step: 1,
    category: 'membership',
    supplier: 'own',
    kind: 'service',
    timeUnit: 'month',
    unit: 'place',
    quantityDigits: 0,
    cents: 4500,
    spread: 7500,
    names:
      'Studio membership, evenings; Studio membership, weekends; Studio membership, full; Shelf rent; Firing pass',
  },
];

/** What the examples of the documentation rely on. */
export const FIXED_PRICES: Readonly<Record<string, string>> = {
  'CL-0207': '18.40',
  'CL-0311': '31.00',
};

/** Nine invented brands: code and name. */
export const DEMO_BRANDS = [
  ['ebb', 'Ebb & Flood'],
  ['greyling', 'Greyling'],
  ['saltpan', 'Saltpan'],
  ['glasswort', 'Glasswort'],
  ['tidemark', 'Tidemark'],
  ['ferrybridge', 'Ferrybridge'],
  ['bellwether', 'Bellwether Lane'],
  ['emberline', 'Emberline'],
  ['orrin', 'Orrin & Daughter'],
] as const;

/** Six invented suppliers, and the firm itself for its services. */
export const DEMO_SUPPLIERS = [
  ['pits', 'Marsh Pits'],
  ['northgate', 'Northgate Minerals'],
  ['tidemark', 'Tidemark Glazeworks'],
  ['ferrybridge', 'Ferrybridge Tools'],
  ['emberline', 'Emberline Kilns'],
  ['orrin', 'Orrin & Daughter'],
  ['own', 'Saltmarsh Clay & Kiln'],
] as const;
