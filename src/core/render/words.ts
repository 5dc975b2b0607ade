import { boxMatrix } from '@/core/geometry/box'
import type { Path } from '@/core/path/path'
import { parseSvgPath } from '@/core/path/svgPath'
import { transformPath } from '@/core/path/transform'
import { fittedPath } from '@/core/stencil/fitted'
import type { Layout } from '@/core/lettering/layout'

/** All letters of a text as one path, where they rest. */
export const layoutPath = ({ letters }: Layout): Path =>
  letters.flatMap(({ rest, d }) =>
    rest && d ? transformPath(boxMatrix(rest, rest.turn), fittedPath(parseSvgPath(d), rest)) : [],
  )
