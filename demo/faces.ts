import { layoutOf, type Layout } from '@/core/lettering/layout'
import type { Face, FaceRef } from '@/core/lettering/face'
import type { Setting } from '@/core/lettering/settings'
import type { LookRun } from '@/core/text/block'
import { setText, type SetText } from '@/core/text/setting'
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

  /** A text set in the faces that were read. */
  text(text: string, looks: readonly LookRun[]): SetText {
    return setText(text, looks, (id) => {
      const face = this.faces.get(id)
      if (!face) throw new TypeError(`The typeface ${id} was not read.`)
      return face
    })
  }

  layout(setting: Setting): Layout {
    const face = this.faces.get(setting.face.id)
    if (!face) throw new TypeError(`The typeface ${setting.face.id} was not read.`)
    return layoutOf(face, setting)
  }
}
