import { layoutOf, type Layout } from '@/core/lettering/layout'
import type { Face, FaceRef } from '@/core/lettering/face'
import type { Setting } from '@/core/lettering/settings'
import { readFace } from '@/faces/fontkit'
import { shippedFace } from '@/faces/shipped'
import { faceBytes } from '@/server/faces/catalogue'

/** Typefaces read for the demo, by id. */
export class DemoFaces {
  private readonly faces = new Map<string, Face>()

  async read(ids: readonly string[]): Promise<void> {
    for (const id of ids) this.faces.set(id, readFace(await faceBytes(id)).face)
  }

  ref(id: string): FaceRef {
    return { id, name: shippedFace(id)?.name ?? id }
  }

  layout(setting: Setting): Layout {
    const face = this.faces.get(setting.face.id)
    if (!face) throw new TypeError(`The typeface ${setting.face.id} was not read.`)
    return layoutOf(face, setting)
  }
}
