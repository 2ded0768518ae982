// A handout. Everything that is set comes in as data; nothing of it is ever read as markup.
#import "figures.typ": a-box, draw, draw-board, empty, ink, maths, soft
#let data = json(bytes(sys.inputs.data))

#set document(title: data.title, author: "Keen Slate")
#let size = data.size * 1pt

// Each part has its own title, its own columns and its own page numbers.
#let part = state("part", 0)
#let foot = context {
  set text(size: 9pt, fill: soft)
  let here = part.get()
  let last = query(label("end-" + str(here)))
  let of = if last.len() > 0 { counter(page).at(last.first().location()).first() } else { 1 }
  grid(columns: (1fr, auto), data.versions.at(here).title, [#counter(page).display() / #of])
}
#set page(paper: data.paper, margin: (x: 1.8cm, top: 1.6cm, bottom: 1.7cm), footer: foot)
#set text(lang: "en", font: "New Computer Modern", size: size, fill: ink)
// Fractions reach into the leading; so the lines have their height from the text and no leading, and nothing touches.
#set text(top-edge: 0.95em, bottom-edge: -0.25em)
#set par(leading: 0pt, spacing: 0.35em, hanging-indent: 1.2em)
#show math.equation: set text(font: "New Computer Modern Math")

// The text font's sign is too small to be seen.
#let about = text(font: "New Computer Modern Math", "≈")
#let rule(width: 100%) = box(width: width, height: 1.9em, stroke: (bottom: 0.6pt + luma(45%)))

// An equals sign, or that something was rounded, before what follows.
#let joining(sign) = if sign != "" { symbol(sign) }

// A sentence with its fractions set as fractions.
#let prose(said) = {
  show regex("\\d+/\\d+"): it => {
    let parts = it.text.split("/")
    math.equation(block: false, alt: parts.join(" over "), math.display(math.frac(text(parts.at(0)), text(parts.at(1)))))
  }
  said
}

// The reasons stand beside it where there is room, else under it. What is surely narrow need not be measured, which
// takes as long as drawing it.
#let a-board(entry, columns) = {
  let drawn = draw-board(entry.board, entry.point)
  let reasons = { set text(size: 0.86em); for reason in entry.reasons { par(prose(reason)) } }
  let beside = grid(columns: (auto, 1fr), column-gutter: 1.6em, align: top, drawn, reasons)
  let widest = entry.board.columns * if entry.board.kind == "fractions" { 3 } else { 1.8 } * size
  let fits = columns == 1 and widest < 9cm
  block(above: 0.5em, below: 0.5em, breakable: false, if fits { beside } else {
    layout(room => if room.width - measure(drawn).width > 6.5cm { beside } else { stack(dir: ttb, spacing: 0.6em, drawn, reasons) })
  })
}

// What stands beside a line, below it where it is printed; what matters is ringed.
#let side-work(side) = block(above: 0.4em, below: 0.6em, inset: (left: 1.6em), {
  set text(size: 0.86em)
  for (index, work) in side.enumerate() {
    if index > 0 { h(1.8em) }
    box(baseline: 50%, if "board" in work { text(size: 0.9em, draw-board(work.board, work.point)) }
    else if "text" in work { prose(work.text) }
    else {
      grid(columns: 2, column-gutter: 0.5em, row-gutter: 0.35em, align: horizon, ..work.rows.map(row => (
        row.before,
        {
          for number in row.numbers {
            if number == work.ringed { box(stroke: 0.7pt + ink, radius: 0.8em, inset: (x: 0.3em, y: 0.15em), baseline: 0.15em, number) } else { number }
            h(0.5em)
          }
          row.after
        },
      )).flatten())
    })
  }
})
#let a-line(line, columns) = {
  if "board" in line { a-board(line, columns) }
  else if line.state == "given" and line.asks {
    text(size: 0.86em, style: "italic", prose(line.reason))
    parbreak()
  } else if line.state == "given" or line.state == "numbers" {
    if line.heading != "" { block(above: 0.6em, below: 0.2em, strong(line.heading)) }
    maths(line.shown, before: joining(line.sign))
    text(size: 0.86em, [\u{2003}#prose(line.reason)])
    parbreak()
    if line.side.len() > 0 { side-work(line.side) }
  } else if line.asks {
    block(above: 0.3em, below: 0.3em, grid(columns: (auto, 1fr), column-gutter: 0.6em, align: bottom, text(size: 0.86em, style: "italic", prose(line.question)), rule()))
  } else {
    block(above: 0.42em, below: 0.42em, grid(columns: (auto, 1fr), column-gutter: 0.4em, align: bottom, text(line.sign + " "), rule()))
  }
}

// What helps while working: an empty place for the estimate, strips to colour, a number line to mark.
#let a-strip(parts) = box(baseline: 0.35em, grid(columns: (1fr,) * parts, rows: 1.1em, stroke: 0.6pt + ink, ..range(parts).map(_ => [])))
#let a-number-line(top) = {
  let drawn = block(width: 100%, height: 1.9em, {
    place(std.top + left, dy: 0.6em, line(length: 100%, stroke: 0.8pt + ink))
    for mark in range(top + 1) {
      let at = mark / top * 100%
      place(std.top + left, dx: at, dy: 0.25em, line(angle: 90deg, length: 0.7em, stroke: 0.8pt + ink))
      place(std.top + left, dx: at - 0.3em, dy: 1.1em, text(size: 0.8em, str(mark)))
    }
  })
  pad(x: 0.5em, drawn)
}
#let aids(helps) = {
  if helps.estimate { block(above: 0.4em, below: 0.6em)[About: #box(width: 7em, height: 1.6em, baseline: 0.5em, stroke: (dash: "dashed", thickness: 0.8pt))] }
  for parts in helps.strips { block(above: 0.5em, below: 0.5em, width: 75%, a-strip(parts)) }
  if helps.line > 0 { block(above: 0.6em, below: 0.6em, width: 85%, a-number-line(helps.line)) }
}

#let work-space(item) = {
  let space = item.space
  if space.kind == "boards" {
    for board in space.boards { draw-board(board, space.point) }
  } else if space.kind == "panels" {
    grid(
      columns: (1fr, 1fr),
      stroke: 0.6pt + luma(45%),
      inset: 0.5em,
      ..space.panels.map(name => block(height: 2.6cm, width: 100%, text(size: 0.82em, fill: soft, name))),
    )
  } else if space.kind == "checklist" {
    for step in space.steps {
      grid(columns: (auto, auto, 1fr), column-gutter: 0.5em, align: bottom, box(width: 0.8em, height: 0.8em, stroke: 0.7pt + ink), text(size: 0.86em, step), rule())
    }
  } else {
    for _ in range(space.lines) { rule(); linebreak() }
  }
}

// A picture with what is to be seen in it beside it, below in two columns; its figures are as large as the text.
#let picture(drawn, columns) = {
  let art = image(bytes(drawn.svg), alt: drawn.alt, width: drawn.width / 360 * if columns == 1 { 8.4cm } else { 7.4cm })
  let caption = text(size: 0.86em, prose(drawn.caption))
  block(breakable: false, above: 0.6em, below: 0.6em, if columns == 1 {
    grid(columns: (auto, 1fr), column-gutter: 1.2em, align: horizon, art, caption)
  } else { stack(dir: ttb, spacing: 0.3em, art, caption) })
}

// A story: its paragraphs and tables, and its bars.
#let a-story(told, columns) = {
  for entry in told.blocks {
    if entry.rows.len() > 0 {
      block(above: 0.5em, below: 0.6em, table(
        columns: entry.rows.first().len(),
        stroke: 0.5pt + luma(45%),
        inset: (x: 0.6em, y: 0.25em),
        table.header(..entry.rows.first().map(cell => strong(cell))),
        ..entry.rows.slice(1).flatten().map(prose),
      ))
    } else { set par(hanging-indent: 0pt); prose(entry.text); parbreak() }
  }
  if told.bars != none { picture(told.bars, columns) }
}

#let item-body(item, kind, columns) = {
  if item.asked != "" { text(size: 0.9em, fill: soft, item.asked); parbreak() }
  if item.told == none { maths(item.problem, size: 1.2em) } else { a-story(item.told, columns) }
  if item.choices.len() > 0 {
    let told = kind == "key" or kind == "teacher"
    block(above: 0.7em, below: 0.5em, for choice in item.choices {
      box(inset: (right: 1.6em), baseline: 40%, grid(columns: 3, column-gutter: 0.4em, align: horizon,
        box(width: 0.8em, height: 0.8em, stroke: 0.7pt + ink, if told and choice.right { align(center + horizon, text(size: 0.8em, sym.times)) }),
        strong(choice.letter), maths(choice.shown)))
    })
  }
  if item.note != "" { linebreak(); text(size: 0.9em, style: "italic", item.note) }
  if item.shown != none { parbreak(); picture(item.shown, columns) }
  if kind == "key" or kind == "teacher" {
    if item.answer.alt != "" and item.told == none { [#if item.sign == "" { h(1.5em) } else { text(" " + item.sign + " ", font: "New Computer Modern Math") }#maths(item.answer, size: 1.1em)] }
  }
  if kind == "teacher" {
    block(above: 0.5em, below: 0.3em, {
      set text(size: 0.86em)
      set block(spacing: 0.8em)
      for wrong in item.wrong {
        grid(columns: (auto, 1fr), column-gutter: 0.6em, align: horizon, box(stroke: (dash: "dotted", thickness: 0.6pt), inset: (x: 0.35em, y: 0.2em), maths(wrong.answer)), [#wrong.names#if wrong.caught { h(0.4em); box(stroke: (dash: "dashed", thickness: 0.6pt), inset: (x: 0.3em), about) }])
      }
    })
  }
  parbreak()
  for line in item.lines { a-line(line, columns) }
  for drawn in item.pictures { picture(drawn, columns) }
  if item.helps != none { aids(item.helps) }
  if item.space != none { block(above: 0.7em, work-space(item)) }
  if item.rule != "" { block(above: 0.7em, below: 0.4em, stroke: 0.9pt + ink, inset: 0.6em, strong(prose(item.rule))) }
  if item.told != none {
    for sentence in item.told.sentences { block(above: 0.5em, below: 0.3em, strong(prose(sentence))) }
    for _ in range(item.told.room) { block(above: 0.6em, grid(columns: (auto, 1fr), column-gutter: 0.6em, align: bottom, text(size: 0.86em, fill: soft, style: "italic", [Answer in a sentence:]), rule())) }
  }
}

// What is cut out and coloured: for each size of piece strips and discs of it.
#let a-disc(parts) = {
  let radius = 1.9cm
  box(width: 2 * radius + 0.4cm, height: 2 * radius + 0.4cm, {
    place(center + horizon, circle(radius: radius, stroke: 0.9pt + ink))
    for piece in range(if parts > 1 { parts } else { 0 }) {
      place(std.top + left, dx: radius + 0.2cm, dy: radius + 0.2cm, line(angle: piece / parts * 360deg - 90deg, length: radius, stroke: 0.6pt + ink))
    }
  })
}
#let cut-outs(sizes) = for parts in sizes {
  block(breakable: false, above: 0.8em, {
    for _ in range(3) { block(above: 0.5em, below: 0.5em, width: 100%, a-strip(parts)) }
    for _ in range(3) { a-disc(parts); h(0.6em) }
  })
}

// The items are a list: its numbers are heard, and one can go from item to item.
#let a-list(items, version) = {
  let between = if version.kind == "key" { 0.75em } else { 1.3em }
  block(above: between, below: between, enum(
    indent: 0pt,
    body-indent: 0pt,
    spacing: between,
    number-align: start,
    numbering: n => box(width: 1.9em, text(weight: "bold", version.items.at(n - 1).number)),
    ..items.map(((index, item)) => enum.item(index + 1, block(
      breakable: false,
      width: 100%,
      item-body(item, version.kind, version.columns),
    ))),
  ))
}

// Items that are like one example come under its heading; a list goes on behind it.
#let runs(items) = {
  let found = ()
  for (index, item) in items.enumerate() {
    if found.len() == 0 or item.group != "" { found.push((group: item.group, items: ())) }
    found.last().items.push((index, item))
  }
  found
}

#for (index, version) in data.versions.enumerate() {
  set page(columns: version.columns)
  part.update(index)
  counter(page).update(1)
  place(top + left, float: true, scope: "parent", {
    heading(level: 1, outlined: false, text(size: 1.35em, version.title))
    if version.name-line or version.date-line {
      v(0.4em)
      grid(
        columns: (1fr, 0.6fr),
        column-gutter: 1.5em,
        if version.name-line [#text(data.name-word) #box(width: 1fr, stroke: (bottom: 0.6pt), height: 1em)] else [],
        if version.date-line [#text(data.date-word) #box(width: 1fr, stroke: (bottom: 0.6pt), height: 1em)] else [],
      )
    }
    if version.kind == "teacher" { v(0.3em); text(size: 0.86em, fill: soft, { show "≈": about; data.legend }) }
    v(0.6em)
  })
  set text(size: if version.kind == "key" { calc.min(size, 11pt) } else { size })
  for run in runs(version.items) {
    if run.group != "" { block(above: 1em, below: 0.3em, heading(level: 2, outlined: false, text(size: 1em / 1.2, run.group))) }
    a-list(run.items, version)
  }
  if version.cut-outs.len() > 0 { cut-outs(version.cut-outs) }
  if version.conclusion {
    block(breakable: false, above: 1.6em, { strong[What I noticed:]; for _ in range(3) { linebreak(); rule() } })
  }
  [#metadata("end") #label("end-" + str(index))]
}
