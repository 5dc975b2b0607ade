/** Every tolerance and numeric bound of the core, named once. Lengths are points unless said. */
export const TOLERANCE = {
  /** Two lengths closer than this are one. */
  length: 1e-9,
  /** A scale may fall short of cover by this ratio before it counts as uncovered. */
  cover: 1e-9,
  /** Ends of contours nearer than this are one point, in points. */
  samePoint: 1e-6,
  /** Determinant under which a matrix has no inverse. */
  singular: 1e-15,
  /** Largest distance between a curve and its polyline for hit tests, in points. */
  flatness: 0.005,
  /** Largest distance between a curve and its polyline where outlines are combined, as a share of their size. */
  flatShare: 5e-5,
  /** How far the area of combined outlines may be from what it must be, as a share of both areas. */
  combinedArea: 5e-4,
  /** A letter nearer to its rest than this share of the em, and of its size, is there. */
  nudge: 1e-6,
  /** Aspect ratios closer to 1 than this are undistorted. */
  undistorted: 1e-6,
  /** Frames whose tops differ by less than this share of their height stand in one row. */
  sameRow: 0.5,
} as const

export const RANGE = {
  /** Longest side of a sheet: 200 in, also the largest page of ISO 32000-1, annex C. */
  sheetSide: { min: 1, max: 14400 },
  bleed: { min: 0, max: 720 },
  ppi: { min: 10, max: 2400 },
  /** Side of a frame's box, in points. */
  frameSide: { min: 0.5, max: 144000 },
  /** Side of a letter at rest, in points: a dot may be smaller than any frame. */
  letterSide: { min: 1e-3, max: 144000 },
  position: { min: -144000, max: 144000 },
  zoom: { min: 1e-4, max: 1e4 },
  /** Zoom that hands and keys reach, as a multiple of the scale that covers. */
  handZoom: { min: 0.02, max: 60 },
  aspect: { min: 1e-3, max: 1e3 },
  focus: { min: -1e4, max: 1e4 },
  sides: { min: 3, max: 60 },
  /** Corners of one outline that are worked each by itself. */
  corners: 128,
  /** Pieces of one outline: lines, curves and moves. */
  segments: 20_000,
  /** Seeds of what is left to chance. */
  seed: 999_999,
  /** Length of a worked corner or a gap, in points. */
  measure: { min: 0, max: 14400 },
  /** Coordinates of an outline's text. */
  outline: 1e7,
  /** Characters of one outline's text. */
  outlineText: 1_500_000,
  /** Inner fade of an outline's edge, in points. */
  feather: { min: 0, max: 720 },
  /** Standard deviation of the background's blur, in points. */
  blur: { min: 0, max: 144 },
  share: { min: 0, max: 1 },
  /** Gap between tiles of a pattern, as a share of the picture's short side. */
  tileGap: { min: 0, max: 10 },
  grid: { min: 1, max: 1440 },
  gradientStops: { min: 2, max: 12 },
  guides: 200,
  colours: 200,
  /** Colour slots of a project. */
  slots: 60,
  /** Characters of what is one letter, marks and all. */
  letterLength: 32,
  /** Sets of letters of a project, and the letters of one. */
  alphabets: 50,
  alphabetLetters: 200,
  /** Free on each side of a letter on its sheet, as a share. */
  alphabetMargin: { min: 0, max: 0.4 },
  /** Named finishes of a project. */
  finishes: 500,
  /** Named looks of a project. */
  looks: 500,
  /** Versions of a template, and characters of its notes. */
  template: { version: { min: 1, max: 1_000_000 }, notes: 2000 },
  /** Groups within groups. */
  groupDepth: 12,
  nameLength: 200,
  sheets: 400,
  items: 2000,
  pictures: 5000,
  tags: 50,
  /** Corners of a laid frame, in units of its box. */
  laid: { min: -1000, max: 1000 },
  /** A cylinder's arc, where its middle stands, its tilt, in degrees; points of a mesh along a side. */
  bend: {
    arc: { min: 1, max: 170 },
    around: { min: -85, max: 85 },
    tilt: { min: -75, max: 75 },
    points: { min: 2, max: 6 },
  },
  /** Planes of a sheet. */
  planes: 100,
  /** Sheets shown within sheets: so many below the one that shows them. */
  sheetDepth: 6,
  picturePixels: { min: 1, max: 60000 },
  /** Clips and films: seconds, pictures a second, and how fast a clip may run. */
  film: {
    /** What shows at all lasts this long at least. */
    least: 0.001,
    clip: { min: 0.001, max: 36_000 },
    moment: { min: 0, max: 36_000 },
    rate: { min: 0.001, max: 1000 },
    speed: { min: 0.05, max: 20 },
    delay: { min: 0, max: 3600 },
    sheet: { min: 0.05, max: 3600 },
    change: { min: 0.05, max: 60 },
  },
} as const
