'use client'
import type { ComponentProps } from 'react'

/** The input out of sight through which a drop zone takes files chosen in the system's dialog. */
export const DropInput = (props: ComponentProps<'input'>) => <input {...props} />
