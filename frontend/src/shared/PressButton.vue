<script setup lang="ts">
import 'virtual:our-button.css'

/**
 * A button as the component library draws it, without its machinery: the first working need not wait for that, and a
 * list of a thousand rows has thousands of them. `loading`: what it set going is not done yet.
 */
defineProps<{
  label?: string
  icon?: string
  variant?: 'outlined' | 'text'
  size?: 'small'
  loading?: boolean
  disabled?: boolean
}>()
</script>

<template>
  <button
    type="button"
    class="p-button p-component"
    :class="{
      'p-button-icon-only': !label,
      'p-button-sm': size === 'small',
      'p-button-outlined': variant === 'outlined',
      'p-button-text': variant === 'text',
    }"
    :disabled="disabled || loading"
    :aria-busy="loading || undefined"
  >
    <span v-if="icon || loading" class="p-button-icon" :class="loading ? 'pi pi-spinner pi-spin' : icon" aria-hidden="true" />
    <span v-if="label" class="p-button-label">{{ label }}</span>
  </button>
</template>
