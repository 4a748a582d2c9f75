export type Tannin = 'low' | 'medium' | 'high';
export type DecayResistance = 'low' | 'moderate' | 'resistant' | 'very resistant';
export type FactSource = 'handbook' | 'typical';

/**
 * Facts of the species, one row each:
 * id, name, latin, radial and tangential shrinkage green to oven-dry (%), density at 12 % moisture
 * (kg/m³), side hardness (N), tannin, decay resistance of the heartwood, source, other names.
 *
 * Sources: `handbook` is the public-domain Wood Handbook of the USDA Forest Products Laboratory,
 * rounded; `typical` are usual published values, which vary from source to source.
 */
export type SpeciesRow = readonly [
  id: string,
  name: string,
  latin: string,
  radialPct: number,
  tangentialPct: number,
  densityKgM3: number,
  sideHardnessN: number,
  tannin: Tannin,
  decay: DecayResistance,
  source: FactSource,
  otherNames: readonly string[],
];

// prettier-ignore
export const SPECIES_ROWS: readonly SpeciesRow[] = [
  ['white-oak', 'white oak', 'Quercus alba', 5.6, 10.5, 760, 6000, 'high', 'resistant', 'handbook', []],
  ['northern-red-oak', 'northern red oak', 'Quercus rubra', 4.0, 8.6, 705, 5700, 'high', 'low', 'handbook', ['red oak']],
  ['european-oak', 'European oak', 'Quercus robur/petraea', 4.7, 8.4, 675, 4980, 'high', 'resistant', 'typical', ['oak', 'english oak']],
  ['white-ash', 'white ash', 'Fraxinus americana', 4.9, 7.8, 670, 5900, 'low', 'low', 'handbook', ['american ash']],
  ['european-ash', 'European ash', 'Fraxinus excelsior', 5.7, 9.6, 680, 6580, 'low', 'low', 'typical', ['ash']],
  ['sugar-maple', 'sugar maple', 'Acer saccharum', 4.8, 9.9, 705, 6400, 'low', 'low', 'handbook', ['hard maple', 'maple', 'rock maple']],
  ['red-maple', 'red maple', 'Acer rubrum', 4.0, 8.2, 605, 4200, 'low', 'low', 'handbook', ['soft maple']],
  ['black-cherry', 'black cherry', 'Prunus serotina', 3.7, 7.1, 560, 4200, 'low', 'resistant', 'handbook', ['cherry']],
  ['black-walnut', 'black walnut', 'Juglans nigra', 5.5, 7.8, 615, 4500, 'medium', 'resistant', 'handbook', ['walnut']],
  ['american-beech', 'American beech', 'Fagus grandifolia', 5.5, 11.9, 715, 5800, 'low', 'low', 'handbook', []],
  ['european-beech', 'European beech', 'Fagus sylvatica', 5.7, 11.6, 710, 6460, 'low', 'low', 'typical', ['beech']],
  ['yellow-birch', 'yellow birch', 'Betula alleghaniensis', 7.3, 9.5, 695, 5600, 'low', 'low', 'handbook', ['birch']],
  ['american-elm', 'American elm', 'Ulmus americana', 4.2, 9.5, 560, 3700, 'low', 'low', 'handbook', ['elm']],
  ['american-chestnut', 'American chestnut', 'Castanea dentata', 3.4, 6.7, 480, 2400, 'high', 'resistant', 'handbook', []],
  ['sweet-chestnut', 'sweet chestnut', 'Castanea sativa', 4.3, 6.4, 590, 3010, 'high', 'resistant', 'typical', ['chestnut']],
  ['shagbark-hickory', 'shagbark hickory', 'Carya ovata', 7.0, 10.5, 805, 8400, 'low', 'low', 'handbook', ['hickory']],
  ['black-locust', 'black locust', 'Robinia pseudoacacia', 4.6, 7.2, 770, 7600, 'medium', 'very resistant', 'handbook', ['robinia', 'locust']],
  ['yellow-poplar', 'yellow-poplar', 'Liriodendron tulipifera', 4.6, 8.2, 470, 2400, 'low', 'low', 'handbook', ['tulipwood', 'yellow poplar', 'poplar']],
  ['american-basswood', 'American basswood', 'Tilia americana', 6.6, 9.3, 415, 1800, 'low', 'low', 'handbook', ['basswood', 'lime']],
  ['true-mahogany', 'true mahogany', 'Swietenia macrophylla', 3.0, 4.1, 590, 3600, 'low', 'resistant', 'handbook', ['mahogany']],
  ['teak', 'teak', 'Tectona grandis', 2.5, 5.8, 655, 4740, 'low', 'very resistant', 'handbook', []],
  ['greenheart', 'greenheart', 'Chlorocardium rodiei', 8.8, 9.6, 1010, 11250, 'low', 'very resistant', 'typical', []],
  ['douglas-fir', 'Douglas-fir', 'Pseudotsuga menziesii', 4.8, 7.6, 540, 3200, 'low', 'moderate', 'handbook', ['douglas fir', 'doug fir']],
  ['longleaf-pine', 'pitch pine', 'Pinus palustris', 5.1, 7.5, 660, 3900, 'low', 'moderate', 'handbook', ['longleaf pine', 'southern yellow pine']],
  ['loblolly-pine', 'loblolly pine', 'Pinus taeda', 4.8, 7.4, 570, 3100, 'low', 'low', 'handbook', []],
  ['eastern-white-pine', 'eastern white pine', 'Pinus strobus', 2.1, 6.1, 390, 1700, 'low', 'low', 'handbook', ['white pine']],
  ['ponderosa-pine', 'ponderosa pine', 'Pinus ponderosa', 3.9, 6.2, 450, 2000, 'low', 'low', 'handbook', []],
  ['scots-pine', 'Scots pine', 'Pinus sylvestris', 5.2, 8.3, 550, 2420, 'low', 'low', 'typical', ['pine', 'redwood pine', 'red deal']],
  ['norway-spruce', 'Norway spruce', 'Picea abies', 3.9, 8.0, 405, 1680, 'low', 'low', 'typical', ['spruce', 'white deal', 'whitewood']],
  ['sitka-spruce', 'Sitka spruce', 'Picea sitchensis', 4.3, 7.5, 450, 2300, 'low', 'low', 'handbook', []],
  ['european-larch', 'European larch', 'Larix decidua', 4.2, 8.2, 575, 3290, 'low', 'moderate', 'typical', ['larch']],
  ['western-redcedar', 'western redcedar', 'Thuja plicata', 2.4, 5.0, 360, 1600, 'low', 'resistant', 'handbook', ['western red cedar', 'red cedar']],
  ['eastern-redcedar', 'eastern redcedar', 'Juniperus virginiana', 3.1, 4.7, 525, 4000, 'low', 'very resistant', 'handbook', ['eastern red cedar']],
  ['redwood', 'redwood', 'Sequoia sempervirens', 2.6, 4.4, 450, 2100, 'low', 'resistant', 'handbook', []],
  ['baldcypress', 'baldcypress', 'Taxodium distichum', 3.8, 6.2, 515, 2300, 'low', 'resistant', 'handbook', ['cypress']],
];
