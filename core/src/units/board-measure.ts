/** 1 board foot = 144 in³ = 0.002359737216 m³ exactly. */
export const M3_PER_BOARD_FOOT = 0.002359737216;

/** Volume in m³ of a piece given in mm. */
export function volumeM3(lengthMm: number, widthMm: number, thicknessMm: number): number {
  return (lengthMm * widthMm * thicknessMm) / 1e9;
}

/** Board measure: the volume of a piece (sizes in mm) in board feet of 144 in³. */
export function boardFeet(lengthMm: number, widthMm: number, thicknessMm: number): number {
  return volumeM3(lengthMm, widthMm, thicknessMm) / M3_PER_BOARD_FOOT;
}
