"""Tables of published and remembered values: one reader for each phenomenon."""

from tribodex.reference.tables.bearings import dimension_table, insert_sizes, stud_table
from tribodex.reference.tables.clearances import ball_angles, clearance_table, reduction_cards
from tribodex.reference.tables.fastening import bolt_strength, retaining_rings, set_screws
from tribodex.reference.tables.fits import inch_shafts, material_table, ring_table
from tribodex.reference.tables.lubricants import oil_grades, thickeners
from tribodex.reference.tables.nuts import inch_nuts, metric_nuts
from tribodex.reference.tables.seals import seal_materials, v_rings
from tribodex.reference.tables.sheets import changed, read_all, read_sheet
from tribodex.reference.tables.sleeves import sleeve_table, withdrawal_table
from tribodex.reference.tables.sound import sound

__all__ = [
    "ball_angles",
    "bolt_strength",
    "changed",
    "clearance_table",
    "dimension_table",
    "inch_nuts",
    "inch_shafts",
    "insert_sizes",
    "material_table",
    "metric_nuts",
    "oil_grades",
    "read_all",
    "read_sheet",
    "reduction_cards",
    "retaining_rings",
    "ring_table",
    "seal_materials",
    "set_screws",
    "sleeve_table",
    "sound",
    "stud_table",
    "thickeners",
    "v_rings",
    "withdrawal_table",
]
