<script setup lang="ts">
import { computed } from 'vue'
import { stepInWords, type Finding, type Limb, type Sheet } from '#core'
import FindingNote from './FindingNote.vue'
import { findingsAt } from './findings'

/** The steps of a machine in the order of the V, with all that each does and what the checker says of it. */
const { machine, findings } = defineProps<{ machine: Sheet, findings: readonly Finding[] }>()
const LIMBS: readonly { limb: Limb, name: string }[] = [{ limb: 'off', name: 'Off, the way down' }, { limb: 'floor', name: 'On the floor' }, { limb: 'on', name: 'On, the way up' }]
const steps = computed(() => machine.steps.map((step, i) => ({
  step, number: i + 1, facts: stepInWords(machine, step), said: findingsAt(findings, 'steps', step.key),
})))
</script>

<template>
  <section
    v-for="{ limb, name } in LIMBS"
    :key="limb"
    :aria-label="name"
  >
    <h3 class="eyebrow">
      {{ name }}
    </h3>
    <ol>
      <li
        v-for="{ step, number, facts, said } in steps.filter(one => one.step.limb === limb)"
        :id="`step-${step.key}`"
        :key="step.key"
      >
        <span class="mono number">{{ number }}</span>
        <div>
          <p class="title">
            <strong>{{ step.title }}</strong> <span class="stage">{{ step.stage }}</span>
          </p>
          <p class="why">
            {{ step.why }}
          </p>
          <p
            v-for="caution in step.cautions ?? []"
            :key="caution.text"
            class="caution"
          >
            <Icon :name="caution.level === 'danger' ? 'ph:warning-octagon' : 'ph:warning'" /> {{ caution.text }}
          </p>
          <dl>
            <template
              v-for="{ word, text } in facts"
              :key="word"
            >
              <dt>{{ word }}</dt>
              <dd>{{ text }}</dd>
            </template>
          </dl>
          <FindingNote
            v-for="finding in said"
            :key="finding.rule + finding.sentence"
            :finding="finding"
          />
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
section + section { margin-top: 18px; }
ol { list-style: none; margin: 6px 0 0; padding: 0; }
li { display: grid; grid-template-columns: 40px minmax(0, 1fr); gap: 10px; padding: 10px 0; border-top: 1px solid var(--rule); }
.number { text-align: right; color: var(--slate); padding-top: 2px; }
p { margin: 0; }
.title strong { font: 600 19px/1.25 var(--label); }
.stage { margin-left: 8px; color: var(--slate); font: 600 14px/1.2 var(--label); letter-spacing: .06em; text-transform: uppercase; }
.why { margin-top: 2px; max-width: 78ch; }
.caution { display: flex; gap: 7px; margin-top: 3px; color: var(--oxide); }
.caution > svg { flex: none; margin-top: 3px; }
dl { display: grid; grid-template-columns: 86px minmax(0, 1fr); gap: 2px 12px; margin: 6px 0 0; font-size: 15px; }
dt { color: var(--slate); }
dd { margin: 0; }
@media (max-width: 560px) { li { grid-template-columns: 26px minmax(0, 1fr); } dl { grid-template-columns: 74px minmax(0, 1fr); } }
</style>
