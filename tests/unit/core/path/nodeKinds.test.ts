import { describe, expect, it } from '@jest/globals'
import { kindsOf, withKinds } from '@/core/path/nodeKinds'
import { nodesOf, pathOfNodes, setNodeKind } from '@/core/path/nodes'
import { parseSvgPath } from '@/core/path/svgPath'

/** A circle of four quarter curves: every point is symmetric (kappa 0.5523, common practice). */
const CIRCLE = 'M0 -1C.5523 -1 1 -.5523 1 0C1 .5523 .5523 1 0 1C-.5523 1 -1 .5523 -1 0C-1 -.5523 -.5523 -1 0 -1Z'

describe('kinds of points', () => {
  const circle = nodesOf(parseSvgPath(CIRCLE))
  it('that change nothing of the path outlive it', () => {
    expect(kindsOf(circle)).toBe('yyyy')
    const corner = setNodeKind(circle, [{ contour: 0, node: 1 }], 'corner')
    const smooth = setNodeKind(corner, [{ contour: 0, node: 2 }], 'smooth')
    const path = pathOfNodes(smooth)
    expect(kindsOf(nodesOf(path))).toBe('yyyy')
    expect(kindsOf(withKinds(nodesOf(path), kindsOf(smooth)))).toBe('ycsy')
  })
  it('of another number of points, or that handles do not bear out, say nothing', () => {
    expect(withKinds(circle, 'ccc')).toEqual(circle)
    expect(withKinds(circle, undefined)).toEqual(circle)
    const square = nodesOf(parseSvgPath('M0 0H1V1H0Z'))
    expect(kindsOf(withKinds(square, 'ysys'))).toBe('cccc')
  })
})
