// One drawing, formula or calculation in columns, on a page of its size.
#import "figures.typ": draw-board, maths
#let given = json(bytes(sys.inputs.given))
#set page(width: auto, height: auto, margin: (x: 1pt, y: 2pt), fill: none)
#set text(font: "New Computer Modern", top-edge: 0.95em, bottom-edge: -0.25em, size: given.points * 1pt)
#show math.equation: set text(font: "New Computer Modern Math")
#show math.equation.where(block: false): it => box(inset: (y: 0.35em), it)

#if "svg" in given { image(bytes(given.svg), width: given.width * 0.75pt) }
#if "node" in given { maths(given, before: if given.sign != "" { symbol(given.sign) }) }
#if "board" in given { draw-board(given.board, given.point) }
