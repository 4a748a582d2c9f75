/**
 * Moisture at which wood neither gains nor loses water in still air of `temperatureC` (°C) and
 * `humidityPct` (relative, %), in % of dry mass.
 *
 * Formula of Hailwood and Horrobin with the coefficients of the Wood Handbook (USDA Forest Products
 * Laboratory, chapter 4, metric form). Valid from 0 to 100 °C and 0 to 100 % for all softwoods and hardwoods
 * of the temperate zone within about a point; dense tropical woods lie lower.
 */
export function equilibriumMoisturePct(temperatureC: number, humidityPct: number): number {
  const t = temperatureC;
  const h = humidityPct / 100;
  const w = 349 + 1.29 * t + 0.0135 * t ** 2;
  const k = 0.805 + 0.000736 * t - 0.00000273 * t ** 2;
  const k1 = 6.27 - 0.00938 * t - 0.000303 * t ** 2;
  const k2 = 1.91 + 0.0407 * t - 0.000293 * t ** 2;
  const bound = (k1 * k * h + 2 * k1 * k2 * k ** 2 * h ** 2) / (1 + k1 * k * h + k1 * k2 * k ** 2 * h ** 2);
  return (1800 / w) * ((k * h) / (1 - k * h) + bound);
}
