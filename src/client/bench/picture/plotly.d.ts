/** The basic build of Plotly, which ships no types; only the factory of react-plotly.js takes it. */
declare module 'plotly.js' {
  const Plotly: object
  export default Plotly
}
