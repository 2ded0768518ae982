<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'
import type { ClassShape, PupilShape } from '@/api/client'
import { useRounds } from '@/desk/useRounds'

/** A class: its name, its year, and its pupils by codes. A pasted list becomes pupils. */
const props = defineProps<{ of: ClassShape | null }>()
const emit = defineEmits<{ close: [] }>()

const rounds = useRounds()
const name = ref('')
const year = ref('')
const pupils = ref<PupilShape[]>([])
const pasted = ref('')
const erasing = ref('')

watch(
  () => [props.of?.id, props.of?.revision],
  () => {
    name.value = props.of?.name ?? ''
    year.value = props.of?.year ?? ''
    pupils.value = (props.of?.pupils ?? []).map((p) => ({ ...p }))
  },
  { immediate: true },
)

/** A code on each line; a group may stand behind a comma or a tab. */
const fromPaste = computed<PupilShape[]>(() =>
  pasted.value
    .split('\n')
    .map((line) => line.split(/[,;\t]/).map((part) => part.trim()))
    .map(([code = '', part = '']) => ({ id: null, code: code.slice(0, 24), part: part.slice(0, 30) }))
    .filter(({ code }) => code),
)
const tooLong = computed(() => pasted.value.split('\n').some((line) => /^[^,;\t]{25,}/.test(line.trim())))
const looksLikeNames = computed(() => fromPaste.value.filter((p) => /^\p{Lu}\p{Ll}+ \p{Lu}\p{Ll}+$/u.test(p.code)).length)

async function save() {
  const all = [...pupils.value.filter((p) => p.code.trim()), ...fromPaste.value].map((p) => ({ ...p, part: p.part ?? '' }))
  const kept = props.of
    ? await rounds.changeClass(props.of, name.value, year.value, all)
    : await rounds.makeClass(name.value, year.value, all)
  if (kept) {
    pasted.value = ''
    emit('close')
  }
}

async function erase() {
  if (!props.of) return
  const gone = erasing.value
  erasing.value = ''
  if (gone === 'class') {
    if (await rounds.eraseClass(props.of)) emit('close')
  } else await rounds.erasePupil(props.of, gone)
}

async function remove() {
  if (props.of && (await rounds.deleteClass(props.of))) emit('close')
}
</script>

<template>
  <form class="class-panel" aria-label="A class" @submit.prevent="save">
    <p class="why">
      Pupils stand here by a code or a nickname, never by their full name: what is noted of their answers is nobody else’s
      business. Keep the list of codes where your school keeps such lists, and follow its data-protection rules.
    </p>
    <div class="row">
      <label for="class-name">Class</label>
      <InputText id="class-name" v-model="name" size="small" maxlength="60" required autocomplete="off" />
      <label for="class-year">Year or grade</label>
      <InputText id="class-year" v-model="year" size="small" maxlength="30" class="short" autocomplete="off" />
    </div>
    <ol v-if="pupils.length" class="pupils">
      <li v-for="(pupil, index) in pupils" :key="pupil.id ?? index">
        <input v-model="pupil.code" :aria-label="`Code of pupil ${index + 1}`" maxlength="24" autocomplete="off" />
        <input v-model="pupil.part" :aria-label="`Group of ${pupil.code}`" maxlength="30" placeholder="group" autocomplete="off" />
        <button
          type="button"
          class="quiet-button"
          :title="`Take ${pupil.code} out of the class; the answers stay for a week`"
          @click="pupils.splice(index, 1)"
        >
          take out
        </button>
        <a
          v-if="of && pupil.id"
          class="quiet-button"
          :href="`/api/classes/${of.id}/pupils/${pupil.id}/export/csv`"
          :title="`All that is kept of ${pupil.code}, as a file`"
        >
          file
        </a>
        <button v-if="pupil.id" type="button" class="quiet-button" :title="`Delete ${pupil.code} with all answers, for good`" @click="erasing = pupil.id">
          delete
        </button>
      </li>
    </ol>
    <label for="class-paste">{{ pupils.length ? 'More pupils' : 'Pupils' }}: a code on each line; a group behind a comma</label>
    <Textarea id="class-paste" v-model="pasted" rows="4" auto-resize spellcheck="false" :placeholder="'Aspen\nBramble, green'" />
    <p v-if="tooLong" role="alert">A code has at most 24 letters; what is longer is cut.</p>
    <p v-if="looksLikeNames" role="alert">
      {{ looksLikeNames === 1 ? 'One line looks' : `${looksLikeNames} lines look` }} like a full name. Put a code or a nickname in its place.
    </p>
    <p v-if="rounds.trouble" role="alert">{{ rounds.trouble }}</p>
    <div class="row">
      <PressButton type="submit" :label="of ? 'Keep the class' : 'Make the class'" size="small" :disabled="!name.trim()" />
      <PressButton type="button" label="Leave it" size="small" variant="text" @click="emit('close')" />
      <template v-if="of">
        <PressButton type="button" label="Delete" size="small" variant="text" title="It can be put back for a week" @click="remove" />
        <PressButton type="button" label="Delete for good" size="small" variant="text" @click="erasing = 'class'" />
      </template>
    </div>
    <div v-if="erasing" class="erase" role="alert">
      <p>
        {{ erasing === 'class' ? `“${of?.name}” with its ${of?.pupils.length} pupils, all rounds and answers` : 'This pupil and all their answers' }}:
        deleted for good, without a way back.
      </p>
      <PressButton type="button" label="Delete for good" size="small" @click="erase" />
      <PressButton type="button" label="Leave it" size="small" variant="text" @click="erasing = ''" />
    </div>
  </form>
</template>

<style scoped>
.class-panel {
  display: grid;
  gap: 0.6rem;
  max-width: 62rem;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.9rem 1.1rem;
  margin-bottom: 0.9rem;
}

.why {
  max-width: 40rem;
}

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.8rem;
}

.short {
  width: 8rem;
}

.pupils {
  columns: 18.5rem 3;
  column-gap: 1.5rem;
}

.pupils li {
  display: flex;
  gap: 0.3rem;
  break-inside: avoid;
  padding: 0.1rem 0;
}

.pupils input {
  font: inherit;
  font-size: 0.9rem;
  min-width: 0;
  width: 7.5rem;
  padding: 0.15rem 0.35rem;
  border: 1px solid var(--edge-soft);
  background: var(--paper);
  color: inherit;
}

.pupils button {
  white-space: nowrap;
  padding-inline: 0.25rem;
}

.pupils input + input {
  width: 5rem;
}

.erase {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  align-items: center;
  border-left: 6px solid var(--wrong-edge);
  padding-left: 0.7rem;
}
</style>
