"""Complaints that taught nothing: written when the lexicon and the likeness of words stood, and kept apart.

``kind | words | causes`` a technician would accept as the first to look for. Those that did teach stand in
the core's ``said.toml``. Three groups, of 60, 42 and 42: the first cause is right in 90, 83 and 88 of 100, one
of the first three in 98, 95 and 98. Do not mend the lexicon by them, write the next group instead.
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
car | My truck lost drive at the front only; rear still pulls. A cup at the centre gearbox is empty. | drive_pin_lost, coupling_worn
car | I drove with a slack chain of gears and now the small one has eaten the large one. | mesh_loose, spur_stripped, pinion_worn
car | Something heats up the rear housing so that you can't touch it. I have just shimmed it. | no_end_play, mesh_tight, bearing_seized
car | The motor pulls hard but at the first bump the rear steps sideways with a crack. | ring_gear_chipped, case_spreads, coupling_worn, diff_worn
car | It will only start if I flick the motor with a screwdriver; then it is weak. | brushes_worn
car | Loud, high sound, gets higher with speed, started after I cleaned the motor and put it back. | mesh_tight, mesh_shifted, motor_bearing
car | Everything is new, nothing rubs, but it's slower than my friend's and the motor barely gets warm. | undergeared
tracked | The right track freewheels. Inside, one screw on the motor gear is gone. | pinion_loose
tracked | It grumbles after a trip through the sandbox. | sand_inside
boat | At full power I hear a slapping and the stern buzzes; a nick in the propeller. | prop_unbalanced
boat | We ran over a rope. Motor revs; boat is adrift. | shear_pin, line_wound_in, drive_pin_lost
boat | The water-filled gear foot growls. | seal_leaks, bearing_rough, rust
aircraft | The servo's arm shudders when the stick is centred but moves well otherwise. | pot_worn
aircraft | My pusher's gearbox skips when I open up, the mount flexes. | plate_flexes, mesh_loose, bracket_flexes
aircraft | Rough running after a nose-in: spinner eccentric. | shaft_bent, prop_unbalanced
servo | After a winter in the shed it moves in slow motion until warm. | grease_hard
servo | I bought used; at one angle it lets out a click and jumps. | tooth_chipped, train_gear_stripped
servo | The case was glued after the thread tore out. | thread_stripped
servo | It reaches 45 left, 20 right since the new gear set. | timing_off, stop_wrong, gears_swapped
servo | The pot wiper is worn, I think: it twitches. | pot_worn
winch | It pulls in slowly, then there's a squeal and the sheet runs out. | slipper_glazed, slipper_loose, friction_greasy
winch | A crumb of plastic fell out; it skips at one place. | tooth_chipped, train_gear_stripped, grit_in_gap
winch | The drum doesn't follow although the output gear does. | drive_pin_lost, gear_loose, spline_stripped
reel | It winds like a pepper mill since it fell in the sand. | sand_inside
reel | I struck and the handle flew backwards. | roller_worn, roller_greased, pawl_stuck
reel | The line lies in a hump in the middle, guide hesitates. | guide_dirty, guide_pawl, guide_idler
reel | The bail has to be closed by hand. | spring_off, pawl_stuck
crane | When I let go of the button the hook keeps going down a bit. | brake_drags, head_clutch, ratchet_worn, pawl_stuck, roller_worn
crane | Jib motor runs, jib stands, clutch greasy. | friction_greasy
mount | Focus shifts when I touch it; the bracket of the motor is thin sheet. | bracket_flexes
mount | In the west there is backlash, in the east none. | worm_wheel_worn
counter | Every thousand it hangs and I must tap it. | carry_worn, spindle_stiff
counter | After my cleaning the drums don't line up. | timing_off, lock_ring_off
railway | It only moves when I push; the motor hums and the worm turns. | gear_split, grease_hard, gear_loose
railway | One wheel has slid inward on its axle. | pressed_too_far, gear_loose
throttle | The pedal's flap opens in steps. | sector_worn, pot_worn, linkage_tight
throttle | When cold it stays slightly open. | spring_off, linkage_tight, grease_hard
ebike | There's a ratcheting noise under load and no push. | roller_worn, train_gear_stripped, pawl_stuck, ratchet_worn
ebike | A noise like gravel from the cranks. | bearing_rough, sand_inside
board | The belt climbs off when I brake, the pulleys aren't in line. | faces_off, belt_worn, mesh_tilted
board | The left wheel is slow to spin down compared with the right. | bearing_seized, bearing_rough, brake_drags
other | My egg beater has a stripped plastic bevel. | train_gear_stripped, bevel_worn
car | There's a rhythmic whoomp from the gear cover that follows the speed, and the spur looks egg-shaped. | eccentric_gear
car | I have no reverse: forward works, in reverse the motor just revs and the little gear's screw is loose. | pinion_loose
car | It's stiff to push since I fitted longer screws in the gearbox. | screw_too_long
car | The belt car squeaks and the belt has walked to one side. | belt_worn, faces_off
car | After cleaning with solvent the diff feels dry and clicks when I turn a wheel. | dry, diff_worn, fluid_missing, tooth_chipped, ring_gear_chipped
car | A howl under brakes and power alike, pinion set too tight I guess. | mesh_tight
car | I used to slide on start, now the clutch won't slide at all and I've broken a drive cup. | slipper_locked
car | Dead on the track; the wire to the motor has come off its tab. | lead_broken
tracked | One of the road gears has a split boss and turns on its shaft. | gear_split, gear_loose
tracked | When cold it doesn't turn left, after a while it does. | grease_hard
tracked | A sprocket bearing has collapsed and the shaft leans. | bearing_rough, bearing_loose, bearing_seized
boat | It goes bang when I put it astern and the joint's rubber is ripped. | coupling_worn
boat | It shudders from mid revs up. Blade has a piece missing. | prop_unbalanced
boat | There's a trickle of water at the shaft. | seal_leaks
aircraft | The tail servo trembles and the gyro is fine. | pot_worn
aircraft | After swapping the motor gear for 12 teeth the whole thing screams and gets warm. | mesh_tight, wrong_size, overgeared
aircraft | One wheel of the undercarriage doesn't come down, the servo's gears are stripped. | train_gear_stripped
servo | Arm floppy, everything else fine, its screw is out. | screws_loose, spline_stripped
servo | Turns to one side, sticks at the end and hums until I cut the power. | stop_wrong, pot_worn, linkage_tight, pot_key, timing_off
servo | Once it gets hot it stops; motor draws twice as much as its twin. | motor_worn, bearing_seized, no_end_play
servo | The lid wobbles and you can see the gears sit at an angle. | case_not_home, screws_loose, bearing_not_seated
winch | It clicks as it pulls and the case opens a crack. | case_spreads
winch | It runs but very slowly since I filled it with marine grease. | wrong_grease, grease_hard
winch | Every few turns it hesitates, brushes look short. | brushes_worn
reel | It got stuck after I dropped it; the handle shaft looks crooked. | shaft_bent
reel | There's back play in the handle before it engages. | roller_worn, roller_greased, pawl_stuck, ratchet_worn, pin_slot_worn
reel | The drag creaks and slips in jumps. | drag_glazed, drag_salt
reel | The traverse has stopped, gear at the side is broken. | guide_idler
reel | I reassembled the reel and now it feels heavy; there's one more shim under the drive gear than before. | no_end_play
crane | The drum gear slips off its key. | drive_pin_lost, gear_loose
crane | Load bounces as it goes up, once each drum turn. | eccentric_gear, shaft_bent, tooth_chipped
crane | The trolley won't stop at the stop. | switch_limit
mount | My guiding graph shows spikes at the same worm position. | tooth_chipped, grit_in_gap, worm_wheel_worn, eccentric_gear, worm_tight
mount | Clutch slips because it's oily. | friction_greasy
counter | The second wheel won't turn over. | carry_worn
counter | It's jammed, screws done up too hard after the repair. | case_overtight
railway | It growls in one direction and moves fore and aft. | worm_loose, shims_missing
railway | There's fluff wrapped round an axle. | line_wound_in
throttle | Plate doesn't spring back fully and the hook of the spring is off. | spring_off
ebike | Motor pushes and slips, pushes and slips. | roller_worn, train_gear_stripped, slipper_glazed
board | I hear a scraping motor, magnets touching. | motor_bearing
other | The hand crank skips when I press hard; plastic gear has bald teeth. | train_gear_stripped
"""

COMPLAINTS = [[part.strip() for part in row.split("|")] for row in CASES.strip().splitlines()]
