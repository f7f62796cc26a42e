<script setup lang="ts">
/** What a screen says when it has nothing else to show: loading, empty, broken, no link, no right. */
defineProps<{ kind: 'loading' | 'empty' | 'problem', title: string, text?: string }>()
</script>

<template>
  <section
    class="note plate"
    :class="kind"
    :role="kind === 'problem' ? 'alert' : 'status'"
  >
    <Icon :name="kind === 'loading' ? 'ph:hourglass-medium' : kind === 'empty' ? 'ph:magnifying-glass' : 'ph:warning'" />
    <div class="words">
      <h2>{{ title }}</h2>
      <p v-if="text">
        {{ text }}
      </p>
      <el-skeleton
        v-if="kind === 'loading'"
        class="bars"
        :rows="2"
        :throttle="200"
        animated
      />
      <slot />
    </div>
  </section>
</template>

<style scoped>
.note { display: flex; gap: 16px; padding: 26px 28px; margin: 24px auto; max-width: 640px; font-size: 16px; }
.note > svg { font-size: 30px; flex: none; color: var(--brass); }
.problem > svg { color: var(--oxide); }
p { margin: 6px 0 12px; }
.words { flex: 1; }
.bars { margin-top: 14px; }
</style>
