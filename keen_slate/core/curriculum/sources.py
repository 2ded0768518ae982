"""Where a mistake can be read about. A publication is named only where the mistake is remembered to stand in it."""

PRACTICE = "common practice, no source"
STANDARDS = "Common Core State Standards for Mathematics (2010), 5.NF.A.2: 2/5 + 1/2 = 3/7 (from memory)"
BUGS = "Brown and Burton, “Diagnostic models for procedural bugs” (1978), on column subtraction (from memory)"
DECIMAL_MISCONCEPTIONS = "Steinle and Stacey on decimal misconceptions (from memory)"
FRACTIONS_GUIDE = (
    "IES practice guide “Developing effective fractions instruction for kindergarten through 8th grade” (2010) "
    "(from memory)"
)
