/** The part of jstat that is used here; the package ships no types. */
declare module 'jstat' {
  const jstat: {
    studentt: { inv(probability: number, degreesOfFreedom: number): number };
    normal: {
      inv(probability: number, mean: number, standardDeviation: number): number;
      pdf(at: number, mean: number, standardDeviation: number): number;
    };
  };
  export default jstat;
}
