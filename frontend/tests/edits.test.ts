import { describe, expect, test } from 'vitest'
import { sameEdits, useEdits } from '@/places/work/useEdits'

describe('changes in a working', () => {
  test('a change that is taken back leaves nothing', () => {
    const edits = useEdits()
    edits.change(2, { hidden: true })
    edits.change(2, { hidden: false })
    expect(edits.any.value).toBe(false)
    expect(edits.edits.value).toEqual({ lines: [], turns: [], pictures: {} })
  })

  test('lines stand in their order whatever is changed first', () => {
    const edits = useEdits()
    edits.change(3, { note: 'later' })
    edits.change(1, { blanks: [0] })
    expect(edits.edits.value.lines.map((edit) => edit.line)).toEqual([1, 3])
  })

  test('another way from a line on lets go of what was changed below it', () => {
    const edits = useEdits()
    edits.change(1, { note: 'above' })
    edits.change(4, { note: 'below' })
    edits.turn(3, { subtracting: 'regroup' })
    expect(edits.edits.value.lines.map((edit) => edit.line)).toEqual([1])
    edits.turn(3, null)
    expect(edits.edits.value.turns).toEqual([])
  })

  test('holding others keeps no part of those before', () => {
    const edits = useEdits()
    edits.showPicture(1, 'bars')
    edits.hold(undefined)
    expect(edits.any.value).toBe(false)
  })
})

describe('sameness of changes', () => {
  const line = { line: 1, hidden: true, blanks: [], reason: null, note: null }

  test('the order of keys does not matter, what they hold does', () => {
    const { hidden, ...rest } = line
    const turned = { lines: [{ ...rest, hidden }], turns: [], pictures: {} }
    expect(sameEdits({ lines: [line], turns: [], pictures: {} }, turned)).toBe(true)
    expect(sameEdits({ lines: [line], turns: [], pictures: { 1: 'bars' } }, turned)).toBe(false)
    expect(sameEdits({ lines: [{ ...line, note: 'x' }], turns: [], pictures: {} }, turned)).toBe(false)
  })
})
