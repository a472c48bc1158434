/** Degrees → radians. @example radiansFromDegrees(180) // 3.141592653589793 */
export function radiansFromDegrees(degrees: number): number {
  return (degrees * Math.PI) / 180;
}

/** Radians → degrees. @example degreesFromRadians(Math.PI) // 180 */
export function degreesFromRadians(radians: number): number {
  return (radians * 180) / Math.PI;
}
