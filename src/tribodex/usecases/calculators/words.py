"""What every input of a calculator is called, and how it is written: one name, one meaning, in all calculators."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Asked:
    """An input in words, with an example of how it is written."""

    label: str
    example: str = ""


WORDS: dict[str, Asked] = {
    # bearing, shaft and nut
    "designation": Asked("Number on the ring", "22216 EK C3"),
    "bore_mm": Asked("Bore d", "95 mm"),
    "outside_mm": Asked("Outside diameter D", "170 mm"),
    "width_mm": Asked("Width B", "43 mm"),
    "group": Asked("Clearance group"),
    "taper": Asked("Taper"),
    "kind": Asked("Kind of bearing"),
    "shaft_mm": Asked("Shaft diameter", "85 mm or 3 7/16 in"),
    "shaft_bore_mm": Asked("Shaft bored to", "0 for solid"),
    "shaft_material": Asked("Shaft material", "carbon shaft steel"),
    "shaft_finish": Asked("Finish of shaft and sleeve"),
    "seat": Asked("What the bearing sits on"),
    "thread_mm": Asked("Thread of the nut", "95 mm"),
    "pitch_mm": Asked("Pitch of the nut", "2 mm"),
    "nut_outside_mm": Asked("Nut's outside diameter", "125 mm"),
    "slots": Asked("Slots in the nut", "4"),
    "tabs": Asked("Tabs of the washer", "17"),
    "piston_area_mm2": Asked("Piston area of the hydraulic nut", "7150 mm²"),
    # clearance
    "card": Asked("Reduction card"),
    "initial_um": Asked("Unmounted clearance", "0.130 mm or 5.1 thou"),
    "initial_uncertainty_um": Asked("± of the unmounted clearance", "0.004 mm"),
    "gauged_um": Asked("Gauged clearance", "0.090 mm"),
    "gauged_uncertainty_um": Asked("± of the gauged clearance", "0.007 mm"),
    "gauged_at_deg": Asked("Gauged at a turn of", "90°"),
    "uncertainty_um": Asked("± of the gauging", "0.006 mm"),
    "residual_um": Asked("Residual clearance", "0.080 mm"),
    "least_residual_um": Asked("Least that must be left", "0.050 mm"),
    "reduction_min_um": Asked("Reduction, least", "0.045 mm"),
    "reduction_max_um": Asked("Reduction, most", "0.060 mm"),
    "nut_side_um": Asked("Nut side: what passed, what stopped, place by place", "0.10 0.11; 0.09 0.10"),
    "far_side_um": Asked("Far side: what passed, what stopped, place by place", "0.10 0.11"),
    "leaves_mm": Asked("Leaves of the set", "0.05; 0.06; 0.07; 0.10"),
    "expected_low_um": Asked("Expected, low", "0.080 mm"),
    "expected_high_um": Asked("Expected, high", "0.140 mm"),
    "passed_um": Asked("Thickest that passed", "0.090 mm"),
    "stopped_um": Asked("Thinnest that did not", "0.120 mm"),
    "thickness": Asked("Thickness to make up", "0.13 mm"),
    "text": Asked("A length as it was written", "2 7/16 in"),
    "default_unit": Asked("Unit of a bare number"),
    "inner_over_outer_k": Asked("Inner ring warmer by, K", "8"),
    "squeeze_um": Asked("Squeeze of a tight housing", "0"),
    # driving
    "drive_up_min_mm": Asked("Drive-up, least", "0.70 mm"),
    "drive_up_max_mm": Asked("Drive-up, most", "0.90 mm"),
    "nut_angle_deg": Asked("Nut turned from zero", "120°"),
    "force_min_kn": Asked("Force, least, kN", "60"),
    "force_max_kn": Asked("Force, most, kN", "95"),
    "zero": Asked("Zero point"),
    "risk": Asked("Risk of going too far, as a share", "0.02"),
    "first_deg": Asked("Turn to the next tab position", "2°"),
    "now_deg": Asked("Turned so far", "100°"),
    "range_min_deg": Asked("Turn asked, least", "105°"),
    "range_max_deg": Asked("Turn asked, most", "125°"),
    # taking off
    "interference_min_um": Asked("Interference, least", "0.015 mm"),
    "interference_max_um": Asked("Interference, most", "0.035 mm"),
    "nut_gap_mm": Asked("Gap from nut to ring", "3 mm"),
    "whole_nut": Asked("The nut's whole height is on the thread"),
    # onto a shoulder, cam followers
    "closure": Asked("Seals"),
    "roller_mm": Asked("Roller diameter", "40 mm or 1 1/4 in"),
    # bolts and screws
    "screw": Asked("Screw or bolt", "M10, M10x1.25, 3/8-16"),
    "grade": Asked("On its head", "8.8, A2-70; inch: 2, 5 or 8"),
    "finish": Asked("Thread and head are"),
    "count": Asked("How many on the circle", "6"),
    "into": Asked("It goes into"),
    "engaged_mm": Asked("Length of thread engaged", "14 mm"),
    "torque_nm": Asked("Torque at the bolt", "95 N·m or 70 lbf·ft"),
    "wrench_mm": Asked("Drive to the middle of the grip", "420 mm"),
    "extension_mm": Asked("Drive to the bolt", "60 mm"),
    "angle_deg": Asked("Extension against the wrench; 0 straight on", "90°"),
    # grease
    "mass_kg": Asked("Mass of the bare bearing", "3.6 kg"),
    "cavity_cm3": Asked("Space beside the bearing", "850 cm³ or 52 in³"),
    "pace": Asked("It runs"),
    "grease_g": Asked("Grease, all of it", "190 g or 7 oz"),
    "stroke_g": Asked("One stroke of this gun; ten weighed, divided by ten", "1.3 g"),
    "corners": Asked("Corners to spread it over", "4"),
    "cartridge_g": Asked("A cartridge holds", "400 g"),
    "maker_strokes": Asked("Strokes by the maker", "3"),
    "maker_g": Asked("Grams by the maker", "2.5 g"),
    "path": Asked("Fresh grease comes in"),
    "speed_rpm": Asked("Speed, turns a minute", "740"),
    "bearing_c": Asked("Bearing when running", "62 °C"),
    "dirt": Asked("Dirt round it"),
    "wet": Asked("Water round it"),
    "shakes": Asked("Vibration"),
    "stands": Asked("The shaft stands"),
    "design": Asked("Kind of bearing"),
    "grade_vg": Asked("Grade of its oil, ISO VG", "150"),
    "nu40": Asked("Viscosity of its oil at 40 °C, mm²/s", "160"),
    "nu100": Asked("Viscosity at 100 °C, mm²/s", "15.5"),
    "vi": Asked("Viscosity index", "95"),
    "thickener_old": Asked("Thickener of what is in there", "lithium; unknown"),
    "thickener_new": Asked("Thickener of the fresh grease", "lithium complex"),
    # seats and fits
    "nominal_mm": Asked("Nominal diameter", "95 mm"),
    "tolerance_class": Asked("Class", "m6, H7; for a ring: Normal, P6, P5"),
    "ring": Asked("Of a bearing's ring"),
    "readings_mm": Asked("Micrometer readings; a line for each section", "84.985; 84.987"),
    "shaft_class": Asked("Class of a cylindrical seat; none under a sleeve", "m6"),
    "shaft_c": Asked("Shaft temperature", "20 °C"),
    "ring_c": Asked("Ring temperature", "20 °C"),
    "seat_mm": Asked("Seat, measured", "95.020 mm"),
    # line up
    "span_mm": Asked("Between the two bearings", "1850 mm"),
    "base_material": Asked("What the bearings stand on"),
    "mount_c": Asked("Temperature at mounting", "15 °C"),
    "running_shaft_c": Asked("Shaft when running", "65 °C"),
    "running_base_c": Asked("Base when running", "25 °C"),
    "cold_c": Asked("Coldest standstill", "-15 °C"),
    "room_mm": Asked("Room to float: seat less bearing and rings", "8 mm"),
    "gap_mm": Asked("A gap that the growth closes", "3 mm"),
    "near_mm": Asked("Rings on the near side", "5 mm; 5 mm"),
    "far_mm": Asked("Rings on the far side", "5 mm"),
    "floats": Asked("Where the float takes place"),
    "sleeve_to_ring_mm": Asked("Sleeve's end to ring at zero", "12 mm"),
    "gaps_mm": Asked("Leaf under each foot, bolt loose", "0.05 mm; 0; 0.10 mm; 0"),
    "offset_mm": Asked("Offset read", "0.4 mm"),
    "over_mm": Asked("Over a length of", "600 mm"),
    "labyrinth": Asked("Labyrinth seal"),
    "hole_mm": Asked("Bolt hole", "22 mm"),
    "bolt_mm": Asked("Bolt", "20 mm"),
    "wanted_mm": Asked("Correction wanted", "0.6 mm"),
}

# Words of a choice that its value does not already say.
CHOICES: dict[str, str] = {
    "inner_bore": "bore of the inner ring",
    "outer_od": "outside of the outer ring",
    "in_its_seat": "outer ring in its seat",
    "inside_the_bearing": "inside the bearing",
    "cast_iron": "cast iron",
}
# Calculators by what they are for, in the order of work.
SHEETS: dict[str, tuple[str, ...]] = {
    "Clearance and gauging": ("clearance-group", "gauging", "next-leaf", "stack", "final", "running"),
    "Window": ("window", "own-window", "half-window", "compare", "card"),
    "Driving": ("drive-up", "nut-angle", "elastic", "force", "hydraulic", "position", "tab-positions", "turn-tab-positions"),
    "Taking off": ("release-force", "pull-off-force", "nut-gap"),
    "Seats and fits": ("fit-limits", "seat", "real-fit"),
    "Onto a shoulder": ("heat-ring", "push-on", "clamp-torque"),
    "Grease": ("grease-fill", "strokes", "insert-strokes", "regrease", "oil-viscosity", "grease-mix"),
    "Bolts": ("bolt-torque", "wrench", "set-screw"),
    "Line up": ("growth", "locating-rings", "start-position", "soft-foot", "alignment"),
    "Reading": ("designation", "length"),
}
