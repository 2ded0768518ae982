<script setup lang="ts">
import type { LessonItem } from '@/api/client'
import MathText from '@/shared/MathText.vue'

/** What stands at the right: the picture of the last line that has one, or a wrong working and where it goes wrong. */
defineProps<{ picture: string; wrong: LessonItem['wrong']; asked: boolean }>()
</script>

<template>
  <aside class="show-beside">
    <div v-if="wrong" class="show-wrong">
      <p class="show-asked">{{ asked ? wrong.question : 'Somebody wrote this. Is it right?' }}</p>
      <p v-for="(line, index) in wrong.lines" :key="index" class="show-math" :class="{ 'show-false': asked && line.false }">
        <span aria-hidden="true">{{ line.sign }}</span> <MathText :of="line.notation" />
      </p>
    </div>
    <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
    <div v-else class="show-picture" v-html="picture" />
  </aside>
</template>
