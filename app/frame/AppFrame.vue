<script setup lang="ts">
import { useDark, useIdle, useSessionStorage, useToggle } from '@vueuse/core'
import { computed, effectScope, onMounted, ref, watch } from 'vue'
import type { SessionPerson } from '#shared/wire/types'
import { sentenceOf } from '../net/api'
import { useHandOver } from '../net/hand-over'
import { useOutboxStore } from '../net/outbox-store'
import { useMsUntil } from '../net/server-clock'
import { useSessionStore } from '../net/session-store'
import { useOnBenchStore } from '../job/on-bench'
import { bothUnits } from '../ui/both-units'
import AppUpdate from './AppUpdate.vue'
import NeedlerSign from './NeedlerSign.vue'
import { laterComponent, laterDialog } from '../ui/later'
import { leftOf } from '../ui/time-left'

const session = useSessionStore()
const outbox = useOutboxStore()
const job = useOnBenchStore()
const route = useRoute()
const dark = useDark({ storageKey: 'needler-theme', disableTransition: false })
const toggleDark = useToggle(dark)
const SetAsideDialog = laterDialog(() => import('./SetAsideDialog.vue'))
const TabletCover = laterComponent(() => import('./TabletCover.vue'))
const asideOpen = ref(false)
/** Browsers keep the service worker, the camera and their cryptography to secure pages. */
const insecure = !window.isSecureContext
const insecureSeen = useSessionStorage('needler-insecure-seen', false)
const problem = ref('')

const msUntil = useMsUntil()
/** The wait of the open job that ends first, counted by the server's clock. */
const timer = computed(() => {
  const [first] = job.timers
  return first && { name: first.name, leftMs: msUntil(first.endsAt) }
})

/** Whose entries a restored server has lost. */
const lostOf = computed(() => [...new Set(job.lost.map(event => event.actor.name))].join(', '))

const trail = computed(() => {
  const isWorking = route.path.startsWith('/workings')
  if (job.meta && (route.path.startsWith('/jobs/') || (isWorking && route.query.job === job.meta.id))) {
    return [
      { text: job.meta.siteName, to: '/' },
      { text: `${job.meta.unitTag} ${job.meta.unitName}`, to: `/units/${job.meta.unitTag}` },
      { text: `Job ${job.meta.number}`, to: `/jobs/${job.meta.id}` },
    ]
  }
  if (isWorking) return [{ text: 'Yard', to: '/' }, { text: 'Workings', to: '/workings' }]
  if (route.path === '/stores') return [{ text: 'Yard', to: '/' }, { text: 'Stores', to: '/stores' }]
  if (route.path === '/sheets') return [{ text: 'Yard', to: '/' }, { text: 'Sheets', to: '/sheets' }]
  if (route.path.startsWith('/sheets/')) return [{ text: 'Sheets', to: '/sheets' }, { text: String(route.params.key), to: route.path }]
  if (route.path.startsWith('/units/')) return [{ text: 'Yard', to: '/' }, { text: String(route.params.tag), to: route.path }]
  return []
})

async function signOut() {
  problem.value = ''
  try {
    await outbox.leave()
    await navigateTo('/sign-in')
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}

onMounted(() => void outbox.restore())

/** The demonstration says what it is, in the title of the tab too. */
useHead({ titleTemplate: title => session.isDemo ? `Demonstration · ${title}` : title ?? 'Needler' })

/** At a tablet of the house the bench goes from hand to hand, and rests when nobody touches it. */
const { lock } = useHandOver()
const handing = ref(false)
const isCovered = computed(() => session.person !== null && (handing.value || session.lockedFor !== null))
/** From whom the bench was taken over, until who has it now has looked at what stands half typed. */
const tookFrom = ref<string | null>(null)
function tookOver(from: SessionPerson | null) {
  handing.value = false
  tookFrom.value = from?.name ?? null
}
watch(() => session.house?.restMinutes, (minutes, _before, onCleanup) => {
  if (minutes === undefined) return
  const rest = effectScope()
  rest.run(() => {
    const { idle } = useIdle(minutes * 60_000)
    // Without the link nobody could enter: it locks when that is back.
    watch([idle, () => outbox.offline], ([isIdle]) => { if (isIdle) void lock() })
  })
  onCleanup(() => rest.stop())
}, { immediate: true })
watch(isCovered, (covered) => { if (covered) (document.activeElement as HTMLElement | null)?.blur() })

/** The content scrolls in a box of its own: a new view starts at its top. */
const main = ref<HTMLElement>()
watch(() => route.path, () => main.value?.scrollTo(0, 0), { flush: 'post' })
</script>

<template>
  <TabletCover
    v-if="isCovered"
    @entered="tookOver"
    @stay="handing = false"
  />
  <div
    class="frame"
    :class="{ covered: isCovered }"
    :inert="isCovered"
  >
    <a
      class="skip"
      href="#main"
    >To the content</a>
    <p
      v-if="session.isDemo"
      class="demo"
    >
      <strong>Demonstration: all of it is made up.</strong> <span>Merrow Sound Waterworks does not exist. Your own shop begins with</span> <code>NEEDLER_DEMO=off npm start</code>
    </p>
    <header class="bar">
      <NuxtLink
        to="/"
        class="home"
        aria-label="Needler, to the yard"
      >
        <NeedlerSign />
        <span>NEEDLER</span>
      </NuxtLink>
      <nav
        class="trail"
        aria-label="Where you are"
      >
        <NuxtLink
          v-for="crumb in trail"
          :key="crumb.to"
          :to="crumb.to"
        >
          {{ crumb.text }}
        </NuxtLink>
      </nav>
      <div class="link-state">
        <span
          v-if="timer"
          class="flag brass"
          :title="timer.name"
        ><Icon name="ph:hourglass-medium" /> <span class="timer-name">{{ timer.name }}</span> <span class="mono">{{ timer.leftMs > 0 ? leftOf(timer.leftMs) : 'time is up' }}</span></span>
      </div>
      <div
        class="link-state"
        role="status"
      >
        <span
          v-if="outbox.offline"
          class="flag"
        ><Icon name="ph:plugs" /> No link</span>
        <span
          v-if="outbox.count"
          class="flag brass"
        ><i class="dot" />{{ outbox.count }} waiting to send</span>
      </div>
      <button
        v-if="outbox.setAside.length || (outbox.stranded.length && session.person)"
        class="bar-button brass"
        @click="asideOpen = true"
      >
        {{ outbox.setAside.length ? `${outbox.setAside.length} set aside` : 'left here' }}
      </button>
      <NuxtLink
        v-if="session.person && session.isFirstDay"
        to="/first"
        class="bar-button workings"
        title="What comes next, until a first overhaul is closed"
      >
        <Icon name="ph:flag" /> <span>First day</span>
      </NuxtLink>
      <NuxtLink
        v-if="session.person"
        to="/stores"
        class="bar-button workings"
        title="What lies on the shelves, and what must be ordered by when"
      >
        <Icon name="ph:package" /> <span>Stores</span>
      </NuxtLink>
      <NuxtLink
        v-if="session.person"
        to="/sheets"
        class="bar-button workings"
        title="How each kind of machine is built and overhauled"
      >
        <Icon name="ph:book-open-text" /> <span>Sheets</span>
      </NuxtLink>
      <NuxtLink
        v-if="session.person"
        to="/workings"
        class="bar-button workings"
        title="Every calculator on its own"
      >
        <Icon name="ph:compass-tool" /> <span>Workings</span>
      </NuxtLink>
      <button
        v-if="/^\/(jobs|units)\//.test(route.path)"
        class="bar-button units"
        aria-label="Inches and pounds too"
        title="Inches and pounds beside the metric figures"
        :aria-pressed="bothUnits"
        @click="bothUnits = !bothUnits"
      >
        in
      </button>
      <button
        class="bar-button"
        :aria-label="dark ? 'Light theme' : 'Dark theme'"
        @click="toggleDark()"
      >
        <Icon :name="dark ? 'ph:sun' : 'ph:moon'" />
      </button>
      <template v-if="session.person">
        <button
          v-if="session.house"
          class="bar-button workings"
          title="Somebody else takes over the bench where it stands"
          @click="handing = true"
        >
          <Icon name="ph:user-switch" /> <span>Change person</span>
        </button>
        <NuxtLink
          v-if="session.may('people:write') || session.may('instrument:write')"
          to="/office"
          class="bar-button workings"
          title="People, sites, tablets, instruments"
        >
          <Icon name="ph:users-three" /> <span>Office</span>
        </NuxtLink>
        <NuxtLink
          to="/me"
          class="who"
          :aria-label="`${session.person.name}, ${session.person.role}: your own page`"
        >
          <span>{{ session.person.name }}</span><small>{{ session.person.role }}</small><Icon name="ph:user" />
        </NuxtLink>
        <button
          class="bar-button"
          aria-label="Sign out"
          @click="signOut"
        >
          <Icon name="ph:sign-out" />
        </button>
      </template>
    </header>
    <div
      v-if="session.expired"
      class="notice"
      role="alert"
    >
      Your sign-in has run out. What you enter is kept on this device.
      <NuxtLink :to="{ path: '/sign-in', query: { to: route.fullPath } }">
        Sign in and send it
      </NuxtLink>
    </div>
    <div
      v-if="problem"
      class="notice"
      role="alert"
    >
      {{ problem }}
    </div>
    <div
      v-if="insecure && !insecureSeen"
      class="notice"
      role="status"
    >
      <span>This page comes without https. Work without a link, the camera, and signatures without the link do not go here; the rest does. The office sets https up.</span>
      <el-button
        text
        @click="insecureSeen = true"
      >
        Understood
      </el-button>
    </div>
    <div
      v-if="job.lost.length"
      class="notice"
      role="alert"
    >
      The server was restored to what it was before. What you did since is sent again. Of others {{ job.lost.length }} {{ job.lost.length === 1 ? 'entry is' : 'entries are' }} missing ({{ lostOf }}); their own devices send them when they open this job.
    </div>
    <div
      v-if="tookFrom"
      class="notice"
      role="status"
    >
      <span>Taken over from {{ tookFrom }}. What stands half typed is theirs: look before you write it down, because the record will name you.</span>
      <el-button
        text
        @click="tookFrom = null"
      >
        Understood
      </el-button>
    </div>
    <AppUpdate />
    <main
      id="main"
      ref="main"
      class="main"
    >
      <slot />
    </main>
    <SetAsideDialog v-model="asideOpen" />
  </div>
</template>

<style scoped>
.frame { display: flex; flex-direction: column; height: 100%; min-height: 0; }
.covered { visibility: hidden; }
.demo { flex: none; display: flex; gap: 6px; align-items: baseline; flex-wrap: wrap; padding: 3px 16px; font-size: 13px; color: var(--ink); background: var(--brass-tint); border-bottom: 1px solid var(--brass-line); }
.demo code { font-family: var(--mono); font-size: 12px; user-select: all; }
.skip { position: absolute; left: -9999px; }
.skip:focus { left: 8px; top: 8px; z-index: 10; background: var(--chalk); padding: 8px; }
.bar { display: flex; align-items: center; gap: 14px; min-height: 52px; padding: 0 8px 0 16px; background: var(--bar); color: var(--bar-text); flex: none; }
.home { display: flex; align-items: center; gap: 10px; min-height: 48px; color: inherit; text-decoration: none; font: 600 21px/1 var(--label); letter-spacing: .1em; }
.trail { display: flex; gap: 8px; min-width: 0; flex: 1; white-space: nowrap; overflow: hidden; }
.trail a { color: var(--bar-quiet); text-decoration: none; overflow: hidden; text-overflow: ellipsis; padding: 12px 0; }
.trail a:last-child { color: var(--bar-text); flex: none; }
.trail a + a::before { content: '›'; margin-right: 8px; }
.link-state { display: flex; gap: 14px; white-space: nowrap; }
.flag { display: inline-flex; align-items: center; gap: 6px; color: var(--bar-text); }
.brass { color: var(--bar-brass); }
.timer-name { max-width: 220px; overflow: hidden; text-overflow: ellipsis; }
@media (max-width: 1000px) { .timer-name { display: none; } .workings span { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); } }
.dot { width: 9px; height: 9px; border-radius: 50%; background: var(--bar-brass); }
.bar-button { min-width: 44px; min-height: 44px; background: none; border: 0; font-size: 19px; color: inherit; cursor: pointer; display: inline-flex; align-items: center; justify-content: center; white-space: nowrap; }
.bar-button.brass { font-size: 15px; text-decoration: underline; text-underline-offset: 3px; }
.units { font: 600 17px var(--mono); color: var(--bar-quiet); }
.units[aria-pressed='true'] { color: var(--bar-brass); text-decoration: underline; text-underline-offset: 4px; }
.workings { gap: 7px; padding: 0 8px; text-decoration: none; }
.workings span { font-size: 15px; }
.bar :focus-visible { outline-color: var(--bar-brass); }
.who { display: flex; flex-direction: column; justify-content: center; min-height: 44px; line-height: 1.15; text-align: right; white-space: nowrap; color: inherit; text-decoration: none; }
.who span { text-decoration: underline; text-decoration-color: var(--bar-quiet); text-underline-offset: 3px; }
.who > :last-child { display: none; font-size: 21px; }
.who small { color: var(--bar-quiet); font-size: 12px; }
.notice { display: flex; gap: 12px; align-items: center; flex-wrap: wrap; padding: 10px 16px; background: var(--brass-tint); border-bottom: 1px solid var(--brass-line); }
.main { flex: 1; min-height: 0; overflow: auto; }
@media (max-width: 820px) { .demo span, .demo code { display: none; } }
@media (max-width: 820px) { .who small, .trail a:not(:last-child):not(:nth-child(2)) { display: none; } .trail a:nth-child(2)::before { content: none; } }
@media (max-width: 480px) { .bar { gap: 0; padding: 0 2px 0 8px; overflow-x: auto; } .bar-button { min-width: 42px; padding: 0; } .who { min-width: 42px; align-items: center; } .who > span { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); } .who > :last-child { display: block; } .trail { flex: 0 1 0; } .home span { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); } }
@media print { .bar, .notice { display: none; } .demo { border: 1px solid #000; } .frame, .main { height: auto; overflow: visible; } }
</style>
