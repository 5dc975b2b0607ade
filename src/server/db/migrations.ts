import { DataTypes, type QueryInterface } from 'sequelize'
import type { RunnableMigration } from 'umzug'

/** Every change of the tables, oldest first. A landed migration is never altered. */
export const MIGRATIONS: readonly RunnableMigration<QueryInterface>[] = [
  {
    name: '0001-first-tables',
    up: async ({ context: q }) => {
      // Sequelize writes into the objects it is given, so each column gets its own.
      const text = () => ({ type: DataTypes.TEXT, allowNull: false })
      const word = () => ({ type: DataTypes.STRING, allowNull: false })
      const whole = () => ({ type: DataTypes.INTEGER, allowNull: false })
      const date = () => ({ type: DataTypes.DATE, allowNull: false })
      const real = () => ({ type: DataTypes.DOUBLE, allowNull: false })
      await q.createTable('projects', {
        id: { ...word(), primaryKey: true },
        name: text(),
        revision: whole(),
        sheetCount: whole(),
        width: real(),
        height: real(),
        createdAt: date(),
        changedAt: date(),
        removedAt: { type: DataTypes.DATE },
      })
      await q.createTable('steps', {
        projectId: { ...word(), primaryKey: true },
        revision: { ...whole(), primaryKey: true },
        stepId: word(),
        kind: word(),
        of: { type: DataTypes.STRING },
        name: text(),
        forward: text(),
        inverse: text(),
        madeAt: date(),
      })
      await q.addIndex('steps', ['projectId', 'stepId'], { unique: true })
      await q.createTable('snapshots', {
        projectId: { ...word(), primaryKey: true },
        revision: { ...whole(), primaryKey: true },
        document: text(),
      })
      await q.createTable('pictures', {
        hash: { ...word(), primaryKey: true },
        name: text(),
        kind: word(),
        bytes: whole(),
        width: whole(),
        height: whole(),
        levels: whole(),
        hasAlpha: { type: DataTypes.BOOLEAN, allowNull: false },
        addedAt: date(),
      })
    },
    down: async ({ context: q }) => {
      for (const table of ['pictures', 'snapshots', 'steps', 'projects']) await q.dropTable(table)
    },
  },
  {
    name: '0002-tags-and-use-of-pictures',
    up: async ({ context: q }) => {
      await q.addColumn('pictures', 'usedAt', { type: DataTypes.DATE })
      await q.addColumn('pictures', 'tags', { type: DataTypes.TEXT, allowNull: false, defaultValue: '[]' })
    },
    down: async ({ context: q }) => {
      await q.removeColumn('pictures', 'tags')
      await q.removeColumn('pictures', 'usedAt')
    },
  },
  {
    name: '0003-kept-stencils',
    up: async ({ context: q }) => {
      await q.createTable('stencils', {
        id: { type: DataTypes.STRING, allowNull: false, primaryKey: true },
        name: { type: DataTypes.TEXT, allowNull: false },
        category: { type: DataTypes.TEXT, allowNull: false },
        stencil: { type: DataTypes.TEXT, allowNull: false },
        aspect: { type: DataTypes.DOUBLE, allowNull: false },
        addedAt: { type: DataTypes.DATE, allowNull: false },
      })
    },
    down: async ({ context: q }) => q.dropTable('stencils'),
  },
  {
    name: '0004-own-typefaces',
    up: async ({ context: q }) => {
      await q.createTable('faces', {
        hash: { type: DataTypes.STRING, allowNull: false, primaryKey: true },
        name: { type: DataTypes.TEXT, allowNull: false },
        ending: { type: DataTypes.STRING, allowNull: false },
        bytes: { type: DataTypes.INTEGER, allowNull: false },
        embedding: { type: DataTypes.INTEGER, allowNull: false },
        addedAt: { type: DataTypes.DATE, allowNull: false },
      })
    },
    down: async ({ context: q }) => q.dropTable('faces'),
  },
  {
    name: '0005-uses-jobs-and-mended-projects',
    up: async ({ context: q }) => {
      const word = () => ({ type: DataTypes.STRING, allowNull: false })
      const whole = () => ({ type: DataTypes.INTEGER, allowNull: false })
      await q.createTable('uses', {
        projectId: { ...word(), primaryKey: true },
        hash: { ...word(), primaryKey: true },
        count: whole(),
      })
      await q.addIndex('uses', ['hash'])
      await q.addColumn('projects', 'usesRevision', { ...whole(), defaultValue: -1 })
      await q.addColumn('projects', 'historyFrom', { ...whole(), defaultValue: 0 })
      await q.addColumn('pictures', 'levelBytes', { type: DataTypes.TEXT })
      await q.createTable('jobs', {
        id: { ...word(), primaryKey: true },
        kind: word(),
        projectId: { type: DataTypes.STRING },
        state: word(),
        fileName: { type: DataTypes.TEXT, allowNull: false },
        bytes: { type: DataTypes.INTEGER },
        width: { type: DataTypes.INTEGER },
        height: { type: DataTypes.INTEGER },
        message: { type: DataTypes.TEXT },
        queuedAt: { type: DataTypes.DATE, allowNull: false },
        endedAt: { type: DataTypes.DATE },
      })
    },
    down: async ({ context: q }) => {
      await q.dropTable('jobs')
      await q.removeColumn('pictures', 'levelBytes')
      await q.removeColumn('projects', 'historyFrom')
      await q.removeColumn('projects', 'usesRevision')
      await q.dropTable('uses')
    },
  },
  {
    name: '0006-templates',
    up: async ({ context: q }) => {
      const word = () => ({ type: DataTypes.STRING, allowNull: false })
      const whole = () => ({ type: DataTypes.INTEGER, allowNull: false })
      const text = () => ({ type: DataTypes.TEXT, allowNull: false })
      const real = () => ({ type: DataTypes.DOUBLE, allowNull: false })
      await q.createTable('templates', {
        id: { ...word(), primaryKey: true },
        version: { ...whole(), primaryKey: true },
        name: text(),
        category: text(),
        words: text(),
        sheetCount: whole(),
        openings: whole(),
        width: real(),
        height: real(),
        document: text(),
        isShipped: { type: DataTypes.BOOLEAN, allowNull: false },
        isNewest: { type: DataTypes.BOOLEAN, allowNull: false },
        place: whole(),
        addedAt: { type: DataTypes.DATE, allowNull: false },
      })
      await q.addIndex('templates', ['isNewest', 'place'])
    },
    down: async ({ context: q }) => q.dropTable('templates'),
  },
  {
    name: '0007-kept-styles',
    up: async ({ context: q }) => {
      const text = () => ({ type: DataTypes.TEXT, allowNull: false })
      await q.createTable('styles', {
        id: { type: DataTypes.STRING, allowNull: false, primaryKey: true },
        kind: { type: DataTypes.STRING, allowNull: false },
        name: text(),
        category: text(),
        values: text(),
        addedAt: { type: DataTypes.DATE, allowNull: false },
      })
    },
    down: async ({ context: q }) => q.dropTable('styles'),
  },
  {
    name: '0008-pictures-set-aside',
    up: async ({ context: q }) => q.addColumn('pictures', 'removedAt', { type: DataTypes.DATE }),
    down: async ({ context: q }) => q.removeColumn('pictures', 'removedAt'),
  },
  {
    name: '0009-clips',
    up: async ({ context: q }) => {
      await q.createTable('clips', {
        file: { type: DataTypes.STRING, allowNull: false, primaryKey: true },
        container: { type: DataTypes.STRING, allowNull: false },
        bytes: { type: DataTypes.INTEGER, allowNull: false },
        addedAt: { type: DataTypes.DATE, allowNull: false },
      })
      await q.addColumn('pictures', 'clip', { type: DataTypes.TEXT })
      await q.addColumn('pictures', 'isStill', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false })
    },
    down: async ({ context: q }) => {
      await q.removeColumn('pictures', 'isStill')
      await q.removeColumn('pictures', 'clip')
      await q.dropTable('clips')
    },
  },
]
