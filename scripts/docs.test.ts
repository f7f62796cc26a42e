import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { eventSchemas } from '#shared/wire/events'

const FOLDERS = ['app', 'core', 'demo', 'docs', 'scripts', 'server', 'shared', 'tests']
const files = [
  ...readdirSync('.').filter(name => name.includes('.')),
  ...FOLDERS.flatMap(folder => readdirSync(folder, { recursive: true, encoding: 'utf8' }).map(path => `${folder}/${path}`)),
]
const pages = files.filter(path => /^(docs\/[\w-]+|README)\.md$/.test(path))
const isCode = (path: string) => /\.(ts|vue|mjs|py)$/.test(path) && !/\.test\.ts$/.test(path)
const known = new Set(files.filter(isCode).flatMap(path => readFileSync(path, 'utf8').match(/[A-Za-z_]\w*/g) ?? []))

/** What a page names between backticks, outside its blocks of code. */
const namedIn = (page: string) =>
  [...readFileSync(page, 'utf8').replaceAll(/```[\s\S]*?```/g, '').matchAll(/`([^`]+)`/g)].map(([, name]) => name!)

const isName = (text: string) => /^[a-z]+[A-Z]\w*(\(\))?$/.test(text) || /^[A-Z][A-Z\d]*_[A-Z\d_]+$/.test(text)
/** Settings that Nuxt makes of what `runtimeConfig` holds. */
const ofNuxt = (text: string) => text.startsWith('NUXT_')
const isPath = (text: string) => /^[\w.[\]-]+(\/[\w.[\]-]+)*\.(ts|vue|mjs|py|md)$/.test(text) && !text.includes('NAME')

describe.each(pages)('%s', (page) => {
  it('names functions, settings and files that are there', () => {
    const gone = namedIn(page).filter(name =>
      (isName(name) && !ofNuxt(name) && !known.has(name.replace('()', '')))
      || (isPath(name) && !files.some(path => path === name || path.endsWith(`/${name}`))))
    expect(gone).toEqual([])
  })

  it('links to what is there', () => {
    const links = [...readFileSync(page, 'utf8').matchAll(/\]\((?!https?:)([^)#]+)/g)].map(([, link]) => link!)
    const folder = page.startsWith('docs/') ? 'docs/' : ''
    expect(links.filter(link => !existsSync(folder + link))).toEqual([])
  })
})

it('every event of a job stands in the formats', () => {
  const rows = new Set([...readFileSync('docs/formats.md', 'utf8').matchAll(/^\| `([a-z-]+)` \|/gm)].map(([, type]) => type))
  expect([...Object.keys(eventSchemas), 'job-opened', 'photo-kept'].filter(type => !rows.has(type))).toEqual([])
})
