/** The part of clipper-lib 6 (a port of Angus Johnson's Clipper) that is used here; it ships no types. */
declare module 'clipper-lib' {
  namespace ClipperLib {
    class IntPoint {
      constructor(x: number, y: number)
      X: number
      Y: number
    }
    enum PolyType {
      ptSubject,
      ptClip,
    }
    enum PolyFillType {
      pftEvenOdd,
      pftNonZero,
    }
    enum ClipType {
      ctIntersection,
      ctUnion,
      ctDifference,
      ctXor,
    }
    enum JoinType {
      jtSquare,
      jtRound,
      jtMiter,
    }
    enum EndType {
      etOpenSquare,
      etOpenRound,
      etOpenButt,
      etClosedLine,
      etClosedPolygon,
    }
    class ClipperOffset {
      constructor(miterLimit?: number, arcTolerance?: number)
      AddPaths(paths: IntPoint[][], join: JoinType, end: EndType): void
      Execute(solution: IntPoint[][], delta: number): void
    }
    class Clipper {
      AddPaths(paths: IntPoint[][], type: PolyType, closed: boolean): boolean
      Execute(type: ClipType, solution: IntPoint[][], subject: PolyFillType, clip: PolyFillType): boolean
    }
  }
  export default ClipperLib
}
