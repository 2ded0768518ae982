<script setup lang="ts">
import Select from 'primevue/select'
import { nextTick, ref, useTemplateRef, watch } from 'vue'
import { api, type OverTime } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useRounds } from '@/desk/useRounds'
import { dayOf } from '@/shared/days'
import NothingMarked from './NothingMarked.vue'

/** A class over the weeks: for each demand how many of the answers were right. Counts of answers, not scores of children. */
const rounds = useRounds()
const classId = ref<string | null>(null)
const found = ref<OverTime | null>(null)
const asking = useRequest({ shown: true })
/** The latest weeks are looked at first. */
const table = useTemplateRef<HTMLElement>('table')

watch(
  () => rounds.known,
  (known) => {
    if (known) classId.value ??= rounds.inHand?.class_id ?? rounds.classes[0]?.id ?? null
  },
  { immediate: true },
)
watch(
  classId,
  async (id) => {
    found.value = null
    if (!id) return
    const params = { path: { class_id: id } }
    found.value = await asking.ask((signal) => api.GET('/api/classes/{class_id}/over-time', { params, signal }))
    await nextTick()
    table.value?.scrollTo({ left: table.value.scrollWidth })
  },
  { immediate: true },
)
</script>

<template>
  <NothingMarked v-if="rounds.known && !rounds.classes.length" says="Week by week it is seen here how much of what the items ask for was right." />
  <section v-else aria-label="Over the weeks">
    <p class="row">
      <label for="weeks-class">Class</label>
      <Select v-model="classId" input-id="weeks-class" aria-label="Class" :options="rounds.classes" option-label="name" option-value="id" size="small" />
      <template v-if="classId">
        <a :href="`/api/classes/${classId}/export/csv`">All its answers as CSV</a>
        <a :href="`/api/classes/${classId}/export/json`">as JSON</a>
      </template>
    </p>
    <p class="quiet">How many answers were right, of how many, by what the items ask for. Counts of answers, not scores of children.</p>
    <div ref="table" class="wrap">
      <table v-if="found?.demands.length">
        <thead>
          <tr>
            <th scope="col">items that ask for</th>
            <th v-for="monday in found.mondays" :key="monday" scope="col">week of {{ dayOf(monday) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="demand in found.demands" :key="demand.demand">
            <th scope="row">{{ demand.name }}</th>
            <td v-for="(monday, at) in found.mondays" :key="monday">
              <template v-if="demand.of[at]">
                <span class="share" aria-hidden="true"><span :style="{ width: `${(100 * demand.right[at]!) / demand.of[at]!}%` }" /></span>
                {{ demand.right[at] }} of {{ demand.of[at] }}
              </template>
            </td>
          </tr>
        </tbody>
      </table>
      <NothingMarked v-else-if="found" says="Nothing has been marked for this class yet." />
      <p v-else-if="asking.fault.value" role="alert">{{ asking.fault.value.message }}</p>
    </div>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  align-items: center;
}

.wrap {
  overflow-x: auto;
  padding-top: 0.6rem;
}

table {
  border-collapse: collapse;
  background: var(--sheet);
  font-size: 0.92rem;
}

th,
td {
  border: 1px solid var(--rule-soft);
  padding: 0.3rem 0.7rem;
  font-weight: 400;
  text-align: left;
}

/* Of a year of weeks only some are in sight: what a row is about stays beside them. */
th:first-child {
  position: sticky;
  left: -1px;
  min-width: 13rem;
  background: var(--sheet);
  box-shadow: inset -1px 0 var(--rule-soft);
}

@media (--narrow) {
  th:first-child {
    min-width: 7rem;
  }
}

.share {
  display: block;
  width: 6.5rem;
  height: 0.45rem;
  border: 1px solid var(--edge-soft);
}

.share span {
  display: block;
  height: 100%;
  background: var(--slate-500);
}
</style>
