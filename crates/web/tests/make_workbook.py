#!/usr/bin/env python3
"""Writes box.xlsx as another program would: `python3 crates/web/tests/make_workbook.py`. Needs openpyxl (made with 3.1)."""
from pathlib import Path

from openpyxl import Workbook

book = Workbook()
sheet = book.active
sheet.append(["count", "shape", "weight", "hook", "gap_mm", "remark"])
sheet.append([10, "ball", "1/8 oz", "3/0", 14.2, "for the mere"])
sheet.append([4, "mushroom", "3.5 g", "1", None, None])
sheet.append([2, "football", "3/8", "4/0", 16, "=1+1"])
book.create_sheet("other").append(["not", "read"])
book.save(Path(__file__).with_name("box.xlsx"))
