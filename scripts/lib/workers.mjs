import { cpSync } from 'node:fs'
import { basename, join } from 'node:path'
import { build } from 'esbuild'

const ROOT = new URL('../..', import.meta.url).pathname
const ENTRIES = ['secrets', 'papers', 'pictures', 'audits']

/**
 * Packages with files of their own beside their code are taken from the server's node_modules; these are the files that the workers ask
 * for.
 */
const LEFT_OUTSIDE = ['sharp', 'pdfmake']
export const ASKED_BESIDE = ['sharp/dist/index.mjs', 'pdfmake/js/index.js']
/** Whole fonts for PDFs. */
const FONTS = [
  'barlow/400Regular/Barlow_400Regular',
  'barlow/600SemiBold/Barlow_600SemiBold',
  'barlow-condensed/500Medium/BarlowCondensed_500Medium',
  'barlow-condensed/600SemiBold/BarlowCondensed_600SemiBold',
  'ibm-plex-mono/400Regular/IBMPlexMono_400Regular',
  'ibm-plex-mono/600SemiBold/IBMPlexMono_600SemiBold',
]

/** Builds what runs beside the server's thread, each to one file: `folder/secrets.mjs` and so on. */
export async function buildWorkers(folder) {
  await build({
    entryPoints: ENTRIES.map(name => join(ROOT, 'server', 'work', `${name}.ts`)), outdir: folder, outExtension: { '.js': '.mjs' },
    bundle: true, platform: 'node', format: 'esm', target: 'node20', external: LEFT_OUTSIDE, logLevel: 'warning',
    // Packages of the old kind inside a module of the new kind.
    banner: { js: 'import { createRequire as needlerRequire } from \'node:module\'; const require = needlerRequire(import.meta.url);' },
  })
  for (const font of FONTS)
    cpSync(join(ROOT, 'node_modules', '@expo-google-fonts', `${font}.ttf`), join(folder, 'fonts', `${basename(font)}.ttf`))
}
