declare module 'plotly.js-cartesian-dist-min' {
  /** The part of the chart library that is used here. */
  const Plotly: {
    react(element: HTMLElement, traces: object[], layout: object, config: object): Promise<unknown>;
    purge(element: HTMLElement): void;
  };
  export default Plotly;
}
