// Formulas and calculations in columns, drawn from data alone: nothing of it is ever read as markup.
#let ink = luma(15%)
#let soft = luma(38%)

#let empty = box(inset: 0.12em, baseline: 0.4em, rect(width: 1.5em, height: 1.25em, stroke: 0.7pt + ink))

#let draw(node) = {
  let kind = node.at(0)
  if kind == "n" { text(node.at(1)) }
  else if kind == "o" { symbol(node.at(1)) }
  else if kind == "w" { text(font: "New Computer Modern", node.at(1)) }
  else if kind == "f" { math.frac(draw(node.at(1)), draw(node.at(2))) }
  else if kind == "m" { draw(node.at(1)); h(0.12em); draw(node.at(2)) }
  else if kind == "r" { node.at(1).map(draw).join() }
  else if kind == "b" {
    let close = ("(": ")", "[": "]", "{": "}").at(node.at(1))
    math.lr(symbol(node.at(1)) + draw(node.at(2)) + symbol(close))
  }
  else if kind == "p" { math.attach(draw(node.at(1)), t: draw(node.at(2))) }
  else if kind == "l" { math.overline(text(node.at(1))) }
  else if kind == "e" { empty }
}

#let maths(shown, size: 1em, before: none) = {
  let drawn = math.equation(block: false, alt: shown.alt, math.display(before + draw(shown.node)))
  if size == 1em { drawn } else { text(size: size, drawn) }
}

// A board: figures under figures, what was struck with the new figures above it, boxes where something is to be written.
#let a-box = box(width: 1.15em, height: 1.35em, stroke: 0.5pt + luma(45%))
#let figure-of(marks, point) = {
  let drawn(mark) = {
    let shown = mark.at(0).replace(".", point)
    if mark.at(0) == "" { a-box }
    else if mark.at(1) { strike(stroke: 0.7pt + ink, shown) }
    else if mark.at(2) == "zero" { text(fill: luma(45%), shown) }
    else if mark.at(2) == "prime" { box(stroke: 0.7pt + ink, radius: 0.8em, inset: (x: 0.32em, y: 0.18em), shown) }
    else if mark.at(2) in ("carry", "times", "note") { text(size: 0.7em, fill: soft, shown) }
    else { shown }
  }
  let above = marks.slice(1).rev().map(mark => text(size: 0.68em, weight: if mark.at(1) { "regular" } else { "bold" }, drawn(mark)))
  stack(dir: ttb, spacing: 0.1em, ..above, drawn(marks.first()))
}
#let board-cell(cell, kind, point) = {
  let before = if cell.before.len() > 0 { text(size: if cell.before.at(0).at(2) == "carry" { 0.6em } else { 1em }, figure-of(cell.before, point)) }
  let after = if cell.point.len() > 0 { place(bottom + right, dx: 0.2em, text(weight: "bold", point)) }
  if cell.top.len() > 0 or cell.bottom.len() > 0 {
    let both = (cell.top, cell.bottom).map(marks => if marks.len() > 0 { figure-of(marks, point) } else { [] })
    if cell.top.len() > 0 and cell.top.at(0).at(2) == "times" {
      stack(dir: ttb, spacing: 0.35em, ..both)
    } else {
      stack(dir: ltr, spacing: 0.1em, align(horizon, before), stack(dir: ttb, spacing: 0.12em, align(center, both.at(0)), line(length: 1.15em, stroke: 0.6pt), align(center, both.at(1))))
    }
  } else if cell.figure.len() > 0 {
    let figures = { before; figure-of(cell.figure, point); after }
    if kind == "fractions" { pad(bottom: 0.72em, figures) } else { figures }
  } else { after }
}
#let draw-board(board, point) = {
  let shift = if board.label-first { 1 } else { 0 }
  let columns = board.columns + if board.label != "" { 1 } else { 0 }
  let cells = ()
  for (y, row) in board.rows.enumerate() {
    for (x, cell) in row.cells.enumerate() {
      let line = 0.9pt + ink
      if cell.figure.len() + cell.top.len() + cell.bottom.len() + cell.before.len() + cell.point.len() + cell.rules.len() == 0 and x > 0 { continue }
      cells.push(grid.cell(x: x + shift, y: y, inset: (top: if y == board.room { 1.3em } else { 0.2em }), stroke: (
        bottom: if "below" in cell.rules { line },
        left: if "left" in cell.rules { line },
        top: if "above" in cell.rules { line },
      ), if row.small { text(size: 0.85em, board-cell(cell, "", point)) } else { board-cell(cell, board.kind, point) }))
    }
    if board.label != "" and row.label and row.cells.any(cell => cell.figure.len() > 0 or cell.top.len() > 0) {
      let place = if board.label-first { 0 } else { board.columns }
      let written = row.cells.any(cell => (cell.figure + cell.top).any(mark => mark.at(0) != "" and mark.at(2) != "sign"))
      let unit = if written { text(size: 0.85em, board.label) } else { box(width: 1.6em, stroke: (bottom: 0.5pt + luma(45%))) }
      cells.push(grid.cell(x: place, y: y, align: left + bottom, pad(bottom: if board.kind == "fractions" { 0.72em } else { 0em }, [#h(0.3em)#unit])))
    }
  }
  text(size: 1.15em, grid(columns: columns, align: center + bottom, inset: (x: if board.kind in ("area", "places", "ladder") { 0.45em } else { 0.16em }, y: 0.2em), ..cells))
}
