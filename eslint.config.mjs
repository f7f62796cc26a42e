import withNuxt from './.nuxt/eslint.config.mjs'

const off = { 'vue/multi-word-component-names': 'off' }

export default withNuxt(
  { ignores: ['.output/**', '.nuxt/**', '.data/**', 'server/db/migrations/**', 'test-results/**', 'playwright-report/**'] },
  { files: ['app/pages/**/*.vue', 'app/app.vue'], rules: off },
)
