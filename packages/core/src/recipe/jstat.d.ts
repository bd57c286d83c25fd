declare module 'jstat' {
  const jStat: {
    readonly studentt: {
      /** Quantile of Student's t distribution. */
      inv(probability: number, degreesOfFreedom: number): number;
    };
  };
  export default jStat;
}
