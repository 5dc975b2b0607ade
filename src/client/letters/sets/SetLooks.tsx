'use client'
import { FINISH_PRESETS } from '@/core/finish/presets'
import type { Alphabet, Background, NamedFinish } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { ColourField } from '@/client/parts/fields/ColourField'
import { newId } from '@/client/store/actions'
import { finishAlphabet, finishOfSet, groundAlphabet, recordGround } from '@/client/store/alphabetSets'
import { shownSheet } from '@/client/store/benchStore'
import { WHITE } from '@/client/store/colours'
import { finishScale, presetFinish } from '@/client/store/finishes'
import { finishOfKept, keptFinishes } from '@/client/store/keptStyles'
import panel from '@/client/parts/Panel.module.css'

const GROUNDS: Readonly<Record<string, Background>> = {
  none: { kind: 'none' },
  white: { kind: 'colour', colour: WHITE },
}

/** What lies under all letters of a set: nothing, a colour, or what lies under the sheet that shows. */
export const SetGround = ({ set }: { readonly set: Alphabet }) => {
  const bench = useBenchHandle()
  const shown = useBench((state) => shownSheet(state).background)
  const colour = shown.kind === 'colour' ? shown.colour : null
  return (
    <div className={panel.row}>
      <Choice
        label="Ground"
        name="Ground of all sheets"
        value=""
        options={[
          ['', 'Choose…'],
          ['none', 'transparent'],
          ['white', 'white'],
          ['shown', 'as the sheet shown'],
        ]}
        onChoice={(ground) => {
          const next = ground === 'shown' ? shown : GROUNDS[ground]
          if (next) groundAlphabet(bench, set, next)
        }}
      />
      <ColourField
        isShort
        label="Colour of all sheets"
        colour={colour}
        first={WHITE}
        step="Background of the set"
        record={recordGround(set)}
      />
    </div>
  )
}

/** One finish for all letters of a set. */
export const SetFinish = ({ set }: { readonly set: Alphabet }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const kept = keptFinishes(useBench((state) => state.styles))
  const named = Object.values(project.finishes)
  const used = finishOfSet(project, set)
  const isHere = (name: string): boolean => named.some((one) => one.name === name)
  const finishOf = (key: string): NamedFinish | null => {
    const preset = FINISH_PRESETS.find(({ name }) => key === `offered ${name}`)
    const ofAll = kept.find(({ id }) => key === `kept ${id}`)
    if (preset) return presetFinish(preset, newId('finish'), finishScale(bench))
    return ofAll ? finishOfKept(ofAll, newId('finish')) : (project.finishes[key] ?? null)
  }
  return (
    <div className={panel.row}>
      <Choice
        label="Finish"
        name="Finish of all letters"
        value={used ?? ''}
        options={[
          ['', 'none, or each its own'],
          ...named.map(({ id, name }): readonly [string, string] => [id, name]),
          ...kept
            .filter(({ name }) => !isHere(name))
            .map(({ id, name }): readonly [string, string] => [`kept ${id}`, `${name} (kept)`]),
          ...FINISH_PRESETS.filter(({ name }) => !isHere(name)).map(({ name }): readonly [string, string] => [
            `offered ${name}`,
            name,
          ]),
        ]}
        onChoice={(key) => finishAlphabet(bench, set, finishOf(key))}
      />
    </div>
  )
}
