/** The file of the package by its whole name, as Node's own modules find it; the package describes it without its ending. */
declare module 'paper/dist/paper-core.js' {
  import paper from 'paper'
  export default paper
}
