/** Magnus over water, −45 to 60 °C (Sonntag 1990): within 0.4 K. */
const A = 17.62;
const B_C = 243.12;

/**
 * Temperature at which air of a temperature [°C] and a relative humidity [%] begins to dew [°C].
 * Source: Magnus formula.
 */
export function dewPointC(tempC: number, humidityPct: number): number {
  const gamma = Math.log(humidityPct / 100) + (A * tempC) / (B_C + tempC);
  return (B_C * gamma) / (A - gamma);
}
