import { string } from 'yup'
import { RANGE } from '@/core/tolerance'
import { isOutlineText } from '@/core/path/svgPath'

/** An outline as SVG path data that draws something. */
export const outlineText = () =>
  string()
    .strict()
    .required('is missing; give path data')
    .typeError('must be text')
    .max(RANGE.outlineText, `must be at most ${RANGE.outlineText} characters`)
    .test('outline', 'must be path data of SVG that draws something', (d) => d === undefined || isOutlineText(d))
