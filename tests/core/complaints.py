"""Complaints that taught nothing: written when the lexicon and the likeness of words stood, and kept apart.

``kind | words | causes`` a technician would accept as the first to look for. Those that did teach stand in
the core's ``said.toml``. Five groups, of 60, 42, 42, 60 and 60: the first cause is right in 92, 83, 93, 95 and
93 of 100, one of the first three in 98, 95, 98, 100 and 98. The first three chose between ways of learning; the
last two were written after that was settled. Do not mend the lexicon by them, write the next group instead.
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
car | My 1/8 buggy makes a popping noise from the rear when I hammer the throttle, but it's silent when I roll it by hand. | ring_gear_chipped, case_spreads, diff_worn, bevel_not_shimmed
car | Motor spins up fine, car doesn't move; I see the little brass pinion standing still while the motor shaft turns. | pinion_loose
car | After I put larger tires on it the ESC goes into thermal shutdown within five minutes. | overgeared
car | Chirping from the drivetrain that goes away for a while when I put a drop of oil on the axle. | dry
car | I rebuilt the front gearbox last night and now it's so tight I can barely turn it with my fingers. | no_end_play, pressed_too_far, bearing_not_seated, case_overtight, mesh_tight, upside_down
car | Truck drove through a creek last month, sat in the garage, and now the wheels are really stiff. | rust, bearing_seized, bearing_rough
car | Third spur gear this season. The screws that hold the motor always seem to be a bit loose when I check. | mesh_shifted, screws_loose, mesh_loose
car | The right rear wheel spins freely while the left one is driven. The dogbone looks fine but the wheel nut area is rounded. | wheel_hex, drive_pin_lost
car | It slips when I accelerate hard, makes a squealing sound, and there's a burnt smell. Gears all look perfect. | slipper_loose, slipper_glazed
car | Since the last crash there's a loud whine from the gears and the motor gets really hot. | mesh_shifted, mesh_tight
tracked | Left track clicks once every turn of the sprocket. | tooth_chipped, grit_in_gap
tracked | The tank turret motor runs but the turret doesn't turn. | train_gear_stripped, gear_split, pinion_loose, gear_loose, slipper_loose, head_clutch, slipper_glazed, spur_stripped
tracked | Runs fine on the bench but under load on carpet the gearbox jumps and crunches. I can see the gearbox halves opening. | case_spreads
boat | Lower unit oil looks like coffee with milk. | seal_leaks
boat | Hit a submerged rock yesterday. Engine revs but boat goes nowhere. | shear_pin, drive_pin_lost
boat | There's a clunk when I shift from forward to reverse and a lot of free movement at the propeller. | coupling_worn, pin_slot_worn, bevel_worn, drive_pin_lost, gear_loose
aircraft | My elevator servo jitters in the centre, especially when warm. Gears are metal and have no play. | pot_worn
aircraft | The model vibrates badly at full throttle since I hit the grass with the prop. | prop_unbalanced, shaft_bent
aircraft | Helicopter main gear makes a rhythmic grinding and the gear looks like it wobbles up and down. | eccentric_gear, shaft_bent
servo | Servo moves freely by hand when it's off, makes motor noise when on, but the output doesn't move. | train_gear_stripped, spline_stripped, gear_split, pinion_loose, gear_loose
servo | After replacing the gears my servo only goes 30 degrees to the left but full travel right. | timing_off, stop_wrong
servo | Constant buzzing at rest, gets quiet when I take the pushrod off. | linkage_tight
servo | The servo is completely dead, no twitch, tried another receiver. Motor spins when I connect it to 3 volts. | board_dead, lead_broken
servo | Side to side wobble of the output arm; gears replaced and still there. | case_bore_worn, bush_worn, bearing_loose
servo | It hits one end and stays there, humming, no matter what the stick says. | pot_key, pot_worn, lead_broken, timing_off, board_dead
winch | The sail winch slows down in cold weather and gets better after a few minutes. | grease_hard
winch | Drum spins on the shaft. | drive_pin_lost, gear_loose, spline_stripped
winch | The winch doesn't stop at the end of its travel and pulls the sheet until something gives. | switch_limit, stop_wrong, pot_worn
reel | When I set the hook the handle spins backward a quarter turn before it stops. | roller_worn, roller_greased, pawl_stuck, ratchet_worn
reel | The drag is jerky, it sticks then releases suddenly, broke me off twice. | drag_glazed, drag_salt
reel | My baitcaster's level wind stays on the left side and doesn't move any more. | guide_pawl, guide_idler
reel | I dropped the reel in the surf and it feels crunchy on each turn. | sand_inside, bearing_rough
reel | Handle very hard to turn after I tightened it back on, backing it off makes it turn. | collar_missing, no_end_play, case_overtight
reel | Feels rough like gears are grinding when I have weight on the line, smooth with no load. | main_gear_worn, teeth_worn, case_spreads
reel | I cleaned and greased everything, now the drag won't hold even fully tightened. | drag_greasy, drag_order
reel | The bail doesn't snap closed when I turn the handle. | spring_off, pawl_stuck
crane | The boom slowly drops with a load on, even with the motor off. | head_clutch, brake_drags, roller_worn, pawl_stuck, ratchet_worn, friction_greasy, slipper_loose
crane | The hoist runs past the top and crashes into the pulley. | switch_limit
crane | Slewing gear has lots of slop. The worm looks okay. | worm_loose, worm_wheel_worn, planet_broken, bush_worn
mount | Telescope tracks then jumps every eight minutes at the same point of the worm. | tooth_chipped, grit_in_gap, worm_wheel_worn, eccentric_gear, worm_tight
mount | I adjusted the worm to remove backlash, now it stalls in one region. | worm_tight
mount | The camera head sags with the long lens on although the clutch is tight. I greased it last week. | friction_greasy, head_clutch
mount | Takes a long time before it moves when I change direction. | worm_loose, worm_wheel_worn, teeth_worn
counter | The odometer doesn't count any more but the speedometer works. | gear_split
counter | The tens digit doesn't turn over properly, it stops between 9 and 0. | carry_worn
counter | Numbers are misaligned since I took it apart. | timing_off, lock_ring_off
railway | Locomotive makes a clicking noise with each wheel revolution and jerks. | gear_split, tooth_chipped, rods_bind
railway | It hasn't been run in 20 years, motor hums but hardly moves. | grease_hard
railway | Runs fine upside down without the side rods, binds with them. | rods_bind
throttle | Throttle plate doesn't return to closed by itself. | spring_off, linkage_tight, grease_hard
throttle | Engine surges at idle; the actuator's plastic gear has worn teeth at that place. | sector_worn
ebike | When I pedal hard the motor freewheels with a whirring noise. | roller_worn, train_gear_stripped, planet_broken, pawl_stuck, ratchet_worn, slipper_glazed
ebike | The motor cuts out on bumps. | lead_broken, battery_weak
ebike | Rumbling from the hub motor, also when coasting. | bearing_rough, motor_bearing
board | The belt jumps when I brake hard. | belt_worn
board | One wheel makes a grinding noise, the bearing looks brown. | rust, bearing_rough
other | My stand mixer's motor runs, but the whisk doesn't turn. | train_gear_stripped, drive_pin_lost, gear_loose, pinion_loose, bevel_worn
other | The fine focus knob turns but nothing moves. | feed_screw_loose, gear_loose, gear_split
other | I have one washer left after putting the sewing machine back together. | washer_left_out, collar_missing, shims_missing
other | Clock runs slow, dial gear got swapped maybe when it was cleaned. | gears_swapped
car | so I was at the track and mid straight the thing just lost go. Motor's going nuts but zero push. Looked in, spur's okay, looked at the diff, okay, then noticed that I can turn the rear axle with a finger and a pin fell out on the table. | drive_pin_lost
car | no grinding, no clicking, just very hot motor after gearing up by 4 teeth | overgeared
car | The gears themselves look perfect but when I grab the motor I can bend it away from the spur. Keeps eating spurs. | plate_flexes
car | It used to roll for ages when pushed. Now it stops at once. I replaced nothing except the pinion. | mesh_tight
car | steering is sloppy, the arm rotates a bit on the servo shaft before the shaft moves | spline_stripped
car | Clicks when turning at full lock, straight on it is fine | coupling_worn
car | Grinding sound only on the left front. Took the wheel off, spun the hub, it's gravelly. | bearing_rough, bearing_seized
car | only drives the front wheels since the last jump. center driveshaft lies loose | drive_pin_lost, coupling_worn
car | Nice and quiet, but it won't climb any more. The rear tyres just stop and I hear a slipping zip, the slipper nut is nearly off | slipper_loose
car | one of the motor's wires came unsoldered I think. dead. | lead_broken
tracked | Sand got everywhere. It crunches. | sand_inside
tracked | Left side weaker than right, left motor much hotter, gearbox turns free by hand | motor_worn, brushes_worn
boat | hair and fishing line round the prop shaft, motor gets hot | line_wound_in
boat | vibration, gets worse the faster, prop has a bent blade | prop_unbalanced
boat | It leaks round the shaft and the bilge fills | seal_leaks
aircraft | Nose gear servo strips its plastic gears at each hard landing, the metal horn is fine | train_gear_stripped
aircraft | Pinion keeps sliding along the motor shaft | pinion_loose
servo | Makes a clicking noise at the same angle in both directions, there's a tooth broken on the second gear | tooth_chipped
servo | I used long screws for the lid and now the output gear is blocked | screw_too_long
servo | the case was opened and closed by the previous owner, one corner stands up and it growls | case_not_home
servo | slow in winter, normal in summer | grease_hard
servo | smoke came out and it's stone dead, the motor coil is black | motor_dead
servo | arm won't hold its position under load, it gives and makes a ratcheting noise | train_gear_stripped
winch | The clutch plate was oiled by my helper, now it can't lift | friction_greasy
winch | Two screws of the housing are gone and the cover rattles | screws_loose
reel | cranking is smooth until a big fish, then it clicks and slips back a notch | ratchet_worn, pawl_stuck, roller_worn, main_gear_worn
reel | drag came apart on the kitchen table and I don't know the order of washers | drag_order
reel | It got heavy to wind in the cold | grease_hard
reel | There is salt in it, the drag does not turn at all | drag_salt
reel | line guide moves halfway then stops, groove looks full of muck | guide_dirty, guide_pawl
reel | The handle wobbles, screw hole in the body is worn out so it doesn't stay tight | thread_stripped
reel | spool knocks up and down at the end of each stroke | pin_slot_worn, shims_missing
crane | Two motors lift the beam. One of them is always ahead and the beam tilts. | head_wheel_twin
crane | it lifts with a jerk each drum revolution | tooth_chipped, eccentric_gear, grit_in_gap, shaft_bent
crane | the gear on the motor has worn a groove in the shaft and no longer drives | pinion_loose
mount | Backlash of half a degree in RA only near the home position | worm_wheel_worn
mount | Smooth motion but the image shakes when I touch the focuser, everything's tight; the L-shaped plate bends | bracket_flexes
mount | the belt on the RA motor skips sometimes | belt_worn
counter | Reset needs two hands | spindle_stiff
counter | drum ring popped off and the digits slide left and right | lock_ring_off
counter | it says 4 after 5 turns, then 9 after 10, always misses the one at the ten | carry_worn
railway | Gauge is too tight on one axle after I pressed a new wheel | pressed_too_far
railway | worm too deep in mesh since I put a thicker pad under the motor | worm_tight
railway | Sparks from the motor and it stutters | brushes_worn
railway | Loco runs but it wobbles side to side, an axle looks bent | shaft_bent
throttle | The position signal jumps around, the motor and gears are ok | pot_worn
throttle | lever returns only halfway, spring hangs loose | spring_off
ebike | No assist and an error on the screen; the motor spins on the test supply | board_dead, lead_broken
ebike | clicking from the gearbox three times per crank turn, one planet has a chip | planet_broken
ebike | Battery drops from 60 to 10 percent on the first hill | battery_weak
board | trucks fine, but the motor pulley slides and its screw has no hold | pinion_loose
board | metal screech from the motor even with the belt off | motor_bearing
board | loud and hot since I moved the motor to make the gears touch better | mesh_tight
other | model clock strikes but the hands stay; a wheel is loose on its arbor | gear_loose
other | I put the plate in the wrong way up and now nothing lines up | upside_down
other | blender drive is cracked around the shaft, slips | gear_split
other | The gear I got as spare is slightly bigger and won't turn smoothly with the other one | wrong_size
other | everything turns, but one shaft moves 2 mm in and out, I think a thin ring is missing | shims_missing
other | feeds the paper crooked, and the little clip that holds the roller shaft is missing | circlip_off
other | The bushing has worn oval and the shaft leans | bush_worn
"""

COMPLAINTS = [[part.strip() for part in row.split("|")] for row in CASES.strip().splitlines()]
