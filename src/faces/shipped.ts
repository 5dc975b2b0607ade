import type { FaceKind } from '@/core/lettering/face'

export interface ShippedFace {
  readonly id: string
  readonly name: string
  readonly kind: FaceKind
  /** The file within its package. */
  readonly file: string
  /** The bold face that belongs to it, or the regular one that it belongs to. */
  readonly bold?: string
  readonly regular?: string
}

const face = (kind: FaceKind, name: string, style = '400Regular', folder = true): ShippedFace => {
  const id = name.toLowerCase().replaceAll(' ', '-')
  const file = `${name.replaceAll(' ', '')}_${style}.ttf`
  return { id, name, kind, file: `${id}/${folder ? `${style}/` : ''}${file}` }
}

/** A face to be read in, regular and bold. */
const readingFaces = (name: string): readonly ShippedFace[] => {
  const regular = face('reading', name)
  const bold = { ...face('reading', name, '700Bold'), id: `${regular.id}-bold`, name: `${name} Bold` }
  return [
    { ...regular, bold: bold.id },
    { ...bold, regular: regular.id },
  ]
}

/**
 * Typefaces that come with the program, all under the SIL Open Font License 1.1: first those broad enough to hold a picture,
 * then those for reading.
 */
export const SHIPPED_FACES: readonly ShippedFace[] = [
  face('grotesque', 'Anton'),
  face('grotesque', 'Archivo Black'),
  face('grotesque', 'Bowlby One'),
  face('grotesque', 'Bebas Neue'),
  face('grotesque', 'League Gothic'),
  face('grotesque', 'Passion One', '900Black'),
  face('grotesque', 'Rubik Mono One'),
  face('grotesque', 'Paytone One'),
  face('slab', 'Alfa Slab One'),
  face('slab', 'Bevan'),
  face('slab', 'Coustard', '900Black'),
  face('slab', 'Holtwood One SC', '400Regular', false),
  face('rounded', 'Fredoka', '700Bold'),
  face('rounded', 'Sniglet', '800ExtraBold'),
  face('rounded', 'Titan One'),
  face('rounded', 'Lilita One'),
  face('rounded', 'Baloo 2', '800ExtraBold'),
  face('script', 'Lobster'),
  face('script', 'Pacifico'),
  face('script', 'Oleo Script', '700Bold'),
  face('script', 'Yellowtail'),
  face('script', 'Kaushan Script'),
  face('script', 'Leckerli One'),
  face('display', 'Abril Fatface'),
  face('display', 'Bungee'),
  face('display', 'Luckiest Guy'),
  face('display', 'Shrikhand'),
  face('display', 'Rammetto One'),
  face('display', 'Chango'),
  face('stencil', 'Black Ops One'),
  face('stencil', 'Allerta Stencil', '400Regular', false),
  face('stencil', 'Saira Stencil One'),
  ...[
    'Lora',
    'Source Serif 4',
    'EB Garamond',
    'Vollkorn',
    'Source Sans 3',
    'Work Sans',
    'Nunito',
    'Atkinson Hyperlegible',
    'Courier Prime',
    'Kalam',
  ].flatMap(readingFaces),
]

export const shippedFace = (id: string): ShippedFace | undefined => SHIPPED_FACES.find((each) => each.id === id)
