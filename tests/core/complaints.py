"""Complaints that taught nothing: written when the lexicon and the likeness of words stood, and kept apart.

``kind | words | causes`` a technician would accept as the first to look for. Those that did teach stand in
the core's ``said.toml``. Of five such groups, 240 complaints, the first cause was right in 71, 84, 80, 69 and
73 of 100, one of the first three in 91, 96, 91, 93 and 92. This is the last of them: do not mend the lexicon
by it, write the next one instead.
"""

CASES = """
car | When I push it by hand it clicks at each wheel turn, on the right side. | tooth_chipped, ring_gear_chipped, bearing_rough
car | Hardly any noise, but it just doesn't pull away, slipping somewhere. | slipper_loose, slipper_glazed
car | It threw its pinion grub screw and now the motor spins alone. | pinion_loose
car | The spur has been replaced three times, I see the motor tilt when I blip the throttle. | plate_flexes, mesh_tilted
car | After a rollover there's a scraping noise from the gear cover. | screws_loose, case_not_home, mesh_shifted, wheel_hex, shaft_bent
car | Runs rough after a puddle, bearings feel like they have sand in them. | bearing_rough, sand_inside
car | With the wheels off the drive is silent, with them on it drags. | no_end_play, pressed_too_far, collar_missing, bearing_not_seated
car | The centre diff lets all the power go to the front. | fluid_missing, diff_worn, drive_pin_lost, coupling_worn
car | Outdrive cups are worn and it knocks. | coupling_worn
car | I get a loud whine at half throttle and up, all gears new and shimmed. | mesh_tight, wrong_size, no_end_play
tracked | It only turns right, the left motor is dead. | motor_dead, lead_broken, board_dead
tracked | Broken tooth on the spur, bangs each turn. | tooth_chipped, spur_stripped
tracked | both sides slow and the motors boiling after the bigger drive wheels went on | overgeared
tracked | Grease has leaked from the gearbox onto the track. | seal_leaks
boat | Rudder servo moves in steps and gets stuck. | tooth_chipped, pot_worn, train_gear_stripped, linkage_tight, motor_worn, grit_in_gap
boat | The propeller freewheels on the shaft. | shear_pin, drive_pin_lost, gear_loose
boat | When I change from ahead to astern there's a bang. | coupling_worn, pin_slot_worn, gear_loose
aircraft | The gearbox bearing is worn and the prop shaft wobbles. | bearing_loose, bearing_rough
aircraft | It was nosed in and the prop shaft now runs crooked. | shaft_bent
aircraft | Belt on the tail drive slips. | belt_worn
servo | It makes a crunch at one spot and sometimes sticks there. | tooth_chipped, grit_in_gap
servo | I turned it past its stop by hand and now the gears slip. | train_gear_stripped
servo | Hot after a few minutes though nothing is attached. | motor_worn, bearing_seized, no_end_play, pot_worn, grease_hard, motor_dead, board_dead, case_overtight
servo | The metal gear is fine but the plastic one above it has flat teeth. | train_gear_stripped, teeth_worn
servo | Screw was too long, it pushed into the gear. | screw_too_long
servo | It came back from repair and turns the wrong distance each side. | timing_off
servo | Horn screw missing and the horn lifts off. | screws_loose, spline_stripped
servo | no power, weak as a kitten, and it smells | motor_worn, motor_dead
winch | In the cold the winch hardly moves the sails. | grease_hard
winch | The clutch slips at full sheet load. | slipper_loose, slipper_glazed, friction_greasy, head_clutch
winch | Rope is caught beside the drum. | line_wound_in
winch | the gear on the drum shaft is cracked | gear_split
reel | Winding is heavy and gets heavier over the day. | line_wound_in, grease_hard, bearing_seized, sand_inside, rust, bearing_rough, dry
reel | Plays back two centimetres before it bites. | roller_worn, roller_greased, pawl_stuck, ratchet_worn
reel | The side plate screws are loose and the crank grinds. | screws_loose
reel | I forgot the order of the drag discs. | drag_order
reel | Ticking in the handle since the last salmon. | tooth_chipped, main_gear_worn
reel | Shaft is bent and the rotor wobbles. | shaft_bent
crane | The planetary drive skips when the load swings. | planet_broken, train_gear_stripped, case_spreads, tooth_at_load
crane | It slows down near the end and stops there before the limit. | switch_limit
crane | Clutch on the boom doesn't hold. | head_clutch, slipper_loose, slipper_glazed, friction_greasy
mount | The worm wheel has a worn patch. | worm_wheel_worn
mount | squealing sound when slewing fast | dry
mount | When I shake it gently there's movement in the axis, the clutch is tight. | worm_loose, bearing_loose, bush_worn, worm_wheel_worn, bracket_flexes
counter | Something snapped and the tens don't move now. | carry_worn, gear_split
counter | Needs a lot of force to reset. | spindle_stiff
counter | It was dropped, now the numbers are between the lines. | lock_ring_off
ebike | Nothing happens when I pedal, display is on. | board_dead, motor_dead, lead_broken, switch_limit
ebike | It rumbles at speed, even without assist. | bearing_rough
ebike | Oil drips from the hub. | seal_leaks
board | It jerks when starting and there's a broken tooth on the pulley. | belt_worn, tooth_chipped
board | The wheel is loose on its hub. | wheel_hex, bearing_loose
railway | Motor hums, no movement, the worm is cracked. | gear_split
railway | It stops on every curve. | rods_bind, pressed_too_far, lead_broken, no_end_play, coupling_worn, screw_too_long, wire_pinched
railway | Noisy since I replaced the worm, gears are too tight. | worm_tight, mesh_tight
throttle | The lever is stiff and squeals. | dry, linkage_tight, grease_hard
throttle | It's jumpy, and the sensor track is worn through. | pot_worn
other | The tape drive wobbles and the belt keeps coming off. | belt_worn, eccentric_gear, shaft_bent
other | Grinder makes burning smell and won't turn. | motor_dead, bearing_seized, brushes_worn, train_gear_stripped
other | My label printer's feed gear has lost a tooth, it clicks. | tooth_chipped
"""

COMPLAINTS = [[part.strip() for part in row.split("|")] for row in CASES.strip().splitlines()]
