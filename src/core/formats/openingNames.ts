/** Words by which a layer or a drawn part says that a picture comes in its place (common practice, no source). */
const OPENING = /(?:^|[^a-z])(?:openings?|holes?|photos?|pictures?|placeholders?|your image)(?:$|[^a-z])/i

/** Says the name of a layer or of a drawn part that it is an opening? */
export const isOpeningName = (name: string): boolean => OPENING.test(name)
