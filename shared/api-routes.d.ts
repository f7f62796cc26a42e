/** The routes below /api, as the build has found them (nuxt.config.ts). */
declare module '#api-routes' {
  export const apiRoutes: readonly { route: string, method?: string }[]
}
