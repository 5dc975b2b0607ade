import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize'

export class ProjectRow extends Model<InferAttributes<ProjectRow>, InferCreationAttributes<ProjectRow>> {
  declare id: string
  declare name: string
  declare revision: number
  declare sheetCount: number
  declare width: number
  declare height: number
  declare createdAt: CreationOptional<Date>
  declare changedAt: Date
  declare removedAt: Date | null
  /** The revision that the table of uses speaks of; -1 while it speaks of none. */
  declare usesRevision: CreationOptional<number>
  /** What lies before was left out when the project was mended, and cannot be taken back. */
  declare historyFrom: CreationOptional<number>
}

/** How often a project shows or keeps a picture's file. */
export class UseRow extends Model<InferAttributes<UseRow>, InferCreationAttributes<UseRow>> {
  declare projectId: string
  declare hash: string
  declare count: number
}

/** Work that leaves a file to be fetched. */
export class JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  declare id: string
  declare kind: string
  declare projectId: string | null
  declare state: string
  declare fileName: string
  declare bytes: number | null
  declare width: number | null
  declare height: number | null
  declare message: string | null
  declare queuedAt: Date
  declare endedAt: Date | null
}

export class StepRow extends Model<InferAttributes<StepRow>, InferCreationAttributes<StepRow>> {
  declare projectId: string
  declare revision: number
  declare stepId: string
  declare kind: string
  declare of: string | null
  declare name: string
  declare forward: string
  declare inverse: string
  declare madeAt: Date
}

export class SnapshotRow extends Model<InferAttributes<SnapshotRow>, InferCreationAttributes<SnapshotRow>> {
  declare projectId: string
  declare revision: number
  declare document: string
}

export class PictureRow extends Model<InferAttributes<PictureRow>, InferCreationAttributes<PictureRow>> {
  declare hash: string
  declare name: string
  declare kind: string
  declare bytes: number
  declare width: number
  declare height: number
  declare levels: number
  declare hasAlpha: boolean
  declare addedAt: Date
  declare usedAt: Date | null
  /** A list of words as JSON. */
  declare tags: string
  /** Bytes of each pyramid level as JSON; not known of pictures that came in long ago. */
  declare levelBytes: string | null
  /** When it was taken out of the library; for a day it can be brought back. */
  declare removedAt: CreationOptional<Date | null>
  /** What is known of the clip that it is a still of, as JSON. */
  declare clip: CreationOptional<string | null>
  /** A still of a clip of another moment than the library shows: it is not listed. */
  declare isStill: CreationOptional<boolean>
}

/** A clip whose stills are pictures. */
export class ClipRow extends Model<InferAttributes<ClipRow>, InferCreationAttributes<ClipRow>> {
  declare file: string
  declare container: string
  declare bytes: number
  declare addedAt: Date
}

/** An outline kept in a category of one's own. */
/** One version of a template; it is never changed. */
export class TemplateRow extends Model<InferAttributes<TemplateRow>, InferCreationAttributes<TemplateRow>> {
  declare id: string
  declare version: number
  declare name: string
  declare category: string
  declare words: string
  declare sheetCount: number
  declare openings: number
  declare width: number
  declare height: number
  declare document: string
  declare isShipped: boolean
  /** It is the version that the gallery shows; none of a template that was removed is. */
  declare isNewest: boolean
  /** Where it stands among those that ship. */
  declare place: number
  declare addedAt: Date
}

export class StencilRow extends Model<InferAttributes<StencilRow>, InferCreationAttributes<StencilRow>> {
  declare id: string
  declare name: string
  declare category: string
  /** The stencil as JSON. */
  declare stencil: string
  declare aspect: number
  declare addedAt: Date
}

/** A finish or a look kept for all projects. */
export class StyleRow extends Model<InferAttributes<StyleRow>, InferCreationAttributes<StyleRow>> {
  declare id: string
  declare kind: string
  declare name: string
  declare category: string
  /** As JSON. */
  declare values: string
  declare addedAt: Date
}

/** A typeface of one's own; its file lies in the data folder by its hash. */
export class FaceRow extends Model<InferAttributes<FaceRow>, InferCreationAttributes<FaceRow>> {
  declare hash: string
  declare name: string
  declare ending: string
  declare bytes: number
  /** The fsType of its OS/2 table. */
  declare embedding: number
  declare addedAt: Date
}

/** Are the models bound to this connection? */
export const isBoundTo = (sequelize: Sequelize): boolean =>
  (ProjectRow.sequelize as Sequelize | undefined) === sequelize

const key = () => ({ type: DataTypes.STRING, primaryKey: true })

/** Projects, what is saved of them, and what became of work on them. */
const defineProjects = (sequelize: Sequelize): void => {
  const plain = { sequelize, timestamps: false }
  ProjectRow.init(
    {
      id: key(),
      name: { type: DataTypes.TEXT, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      sheetCount: { type: DataTypes.INTEGER, allowNull: false },
      width: { type: DataTypes.DOUBLE, allowNull: false },
      height: { type: DataTypes.DOUBLE, allowNull: false },
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      changedAt: { type: DataTypes.DATE, allowNull: false },
      removedAt: { type: DataTypes.DATE },
      usesRevision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: -1 },
      historyFrom: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
    },
    { ...plain, tableName: 'projects' },
  )
  UseRow.init(
    {
      projectId: key(),
      hash: key(),
      count: { type: DataTypes.INTEGER, allowNull: false },
    },
    { ...plain, tableName: 'uses' },
  )
  JobRow.init(
    {
      id: key(),
      kind: { type: DataTypes.STRING, allowNull: false },
      projectId: { type: DataTypes.STRING },
      state: { type: DataTypes.STRING, allowNull: false },
      fileName: { type: DataTypes.TEXT, allowNull: false },
      bytes: { type: DataTypes.INTEGER },
      width: { type: DataTypes.INTEGER },
      height: { type: DataTypes.INTEGER },
      message: { type: DataTypes.TEXT },
      queuedAt: { type: DataTypes.DATE, allowNull: false },
      endedAt: { type: DataTypes.DATE },
    },
    { ...plain, tableName: 'jobs' },
  )
  StepRow.init(
    {
      projectId: key(),
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      stepId: { type: DataTypes.STRING, allowNull: false },
      kind: { type: DataTypes.STRING, allowNull: false },
      of: { type: DataTypes.STRING },
      name: { type: DataTypes.TEXT, allowNull: false },
      forward: { type: DataTypes.TEXT, allowNull: false },
      inverse: { type: DataTypes.TEXT, allowNull: false },
      madeAt: { type: DataTypes.DATE, allowNull: false },
    },
    { ...plain, tableName: 'steps' },
  )
  SnapshotRow.init(
    {
      projectId: key(),
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      document: { type: DataTypes.TEXT, allowNull: false },
    },
    { ...plain, tableName: 'snapshots' },
  )
}

/** What all projects share: pictures, outlines, templates, typefaces. */
const defineLibrary = (sequelize: Sequelize): void => {
  const plain = { sequelize, timestamps: false }
  PictureRow.init(
    {
      hash: key(),
      name: { type: DataTypes.TEXT, allowNull: false },
      kind: { type: DataTypes.STRING, allowNull: false },
      bytes: { type: DataTypes.INTEGER, allowNull: false },
      width: { type: DataTypes.INTEGER, allowNull: false },
      height: { type: DataTypes.INTEGER, allowNull: false },
      levels: { type: DataTypes.INTEGER, allowNull: false },
      hasAlpha: { type: DataTypes.BOOLEAN, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
      usedAt: { type: DataTypes.DATE },
      tags: { type: DataTypes.TEXT, allowNull: false, defaultValue: '[]' },
      levelBytes: { type: DataTypes.TEXT },
      removedAt: { type: DataTypes.DATE },
      clip: { type: DataTypes.TEXT },
      isStill: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
    },
    { ...plain, tableName: 'pictures' },
  )
  ClipRow.init(
    {
      file: key(),
      container: { type: DataTypes.STRING, allowNull: false },
      bytes: { type: DataTypes.INTEGER, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { ...plain, tableName: 'clips' },
  )
  StencilRow.init(
    {
      id: key(),
      name: { type: DataTypes.TEXT, allowNull: false },
      category: { type: DataTypes.TEXT, allowNull: false },
      stencil: { type: DataTypes.TEXT, allowNull: false },
      aspect: { type: DataTypes.DOUBLE, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { ...plain, tableName: 'stencils' },
  )
  StyleRow.init(
    {
      id: key(),
      kind: { type: DataTypes.STRING, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      category: { type: DataTypes.TEXT, allowNull: false },
      values: { type: DataTypes.TEXT, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { ...plain, tableName: 'styles' },
  )
  TemplateRow.init(
    {
      id: key(),
      version: { type: DataTypes.INTEGER, primaryKey: true },
      name: { type: DataTypes.TEXT, allowNull: false },
      category: { type: DataTypes.TEXT, allowNull: false },
      words: { type: DataTypes.TEXT, allowNull: false },
      sheetCount: { type: DataTypes.INTEGER, allowNull: false },
      openings: { type: DataTypes.INTEGER, allowNull: false },
      width: { type: DataTypes.DOUBLE, allowNull: false },
      height: { type: DataTypes.DOUBLE, allowNull: false },
      document: { type: DataTypes.TEXT, allowNull: false },
      isShipped: { type: DataTypes.BOOLEAN, allowNull: false },
      isNewest: { type: DataTypes.BOOLEAN, allowNull: false },
      place: { type: DataTypes.INTEGER, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { ...plain, tableName: 'templates' },
  )
  FaceRow.init(
    {
      hash: key(),
      name: { type: DataTypes.TEXT, allowNull: false },
      ending: { type: DataTypes.STRING, allowNull: false },
      bytes: { type: DataTypes.INTEGER, allowNull: false },
      embedding: { type: DataTypes.INTEGER, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { ...plain, tableName: 'faces' },
  )
}

/** Binds the models to one connection. */
export const defineModels = (sequelize: Sequelize): void => {
  defineProjects(sequelize)
  defineLibrary(sequelize)
}
