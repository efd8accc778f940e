"""Complaints as they come in, with the causes a technician would accept as the first to look for.

``kind | words | causes``. The last 178 were written before the lexicon had seen them; by groups of 59, 42,
35 and 42 the first cause was then right in 64, 57, 60 and 93 of 100 and one of the first three in 88, 79, 77
and 98: what a bench may expect of words that nobody thought of. They have since taught the lexicon.
"""

CASES = """
car | Motor screams but the truck hardly moves. Wheels turn freely by hand. | spur_stripped, pinion_loose, slipper_loose, drive_pin_lost
car | Revs up and nothing happens at the wheels since I changed the motor | pinion_loose
car | Spur has lost half its teeth, motor just whirs | spur_stripped
car | Clicks from the rear when it pulls on the stronger battery, quiet in the hand | ring_gear_chipped, case_spreads
car | Clicking in the back only under load, teeth of the spur are fine | ring_gear_chipped, case_spreads
car | One click every turn of the wheel after it hit a kerb | tooth_chipped, ring_gear_chipped
car | Whines louder the faster it goes and the motor gets very hot since I set the gears new | mesh_tight
car | Whine and no free roll after a crash | mesh_shifted, mesh_tight
car | Fine until I punch it, then it slips with a squeal, no rattle | slipper_loose, slipper_glazed
car | Slips under load and smells burnt, pads squeal | slipper_glazed, slipper_loose
car | Rattles and jumps under full throttle, gears look fine | case_spreads, plate_flexes, mesh_loose
car | Strips the same spur again and again | mesh_loose, plate_flexes, slipper_locked, pinion_worn
car | third spur this month, it keeps eating them | mesh_loose, plate_flexes, slipper_locked, pinion_worn
car | Bigger tyres fitted, now the motor is too hot to touch and it runs shorter | overgeared
car | Slower than before and hot since I put a larger pinion in | overgeared
car | Brand new and one wheel spins up, the other does nothing | fluid_missing, diff_worn
car | Grinding all over after the beach | sand_inside, bearing_rough
car | Scrapes once a turn since I changed the wheel screws, used longer screws | screw_too_long
car | New pinion fitted and it whines terribly, feels rough | wrong_size, mesh_tight, faces_off
car | Does nothing at all, no reaction, smells burnt | motor_dead, board_dead
car | cuts out now and then, comes back when I wiggle the plug | lead_broken
car | Weak and slow from cold, battery is old | battery_weak
car | wobbles badly and there is a tight spot since it was dropped | shaft_bent
car | Knocking and play in the driveshafts, gears are fine | coupling_worn, pin_slot_worn
car | Oil leaks from the diff | seal_leaks, fluid_missing
car | runs on the bench without wheels, binds with the wheels pressed on | pressed_too_far
car | Rattles, screws keep coming loose | screws_loose
tracked | Screams on the left since it went off the slip, motor gets hot | mesh_shifted, mesh_tight
tracked | one track does not move, motor spins | pinion_loose, spur_stripped, drive_pin_lost
board | Jumps and squeaks under load, there is rubber dust | belt_worn
board | Slips uphill with a squeal | slipper_loose, slipper_glazed, belt_worn
servo | Buzzes and hunts around centre, gears look fine | pot_worn
servo | twitches near the centre after years of use | pot_worn
servo | Arm slips under load with a rattle, teeth missing on the second wheel | train_gear_stripped
servo | Grinds and then lets go when the wind picks up | train_gear_stripped, case_spreads
servo | lots of play at the arm, metal gears are fine, many hours | case_bore_worn
servo | Slop at the output after 200 hours, teeth ok | case_bore_worn, bush_worn
servo | travel short on one side since I put it back together | timing_off
servo | centre is off after a crash, arm slips on the output | spline_stripped
servo | Binds when the last screw is tightened after I opened it | collar_missing, case_overtight, no_end_play, bearing_not_seated, upside_down
servo | Stiff from cold, better when warmed up, stood for years | grease_hard
servo | dead and hot, turns freely | motor_dead, board_dead
servo | dead after it fell in the water | board_dead, rust
servo | tight at one place after a repair, a wire may be in the way | wire_pinched, screw_too_long, case_not_home
servo | Stiff since it was stored wet | rust, bearing_seized, grease_hard
servo | buzzes all the time, quiet with the arm off | linkage_tight
reel | handle turns backwards when a fish pulls, I greased it last week | roller_greased
reel | anti reverse fails sometimes in the cold | roller_greased, pawl_stuck
reel | Turns back under load, after I had it apart | pawl_stuck, roller_greased, spring_off
reel | Line guide stops half way and starts again by itself | guide_pawl, guide_idler
reel | line guide hangs, the groove is full of sand | guide_dirty, guide_pawl
reel | drag comes in jerks | drag_glazed
reel | Drag sticks after salt water | drag_salt, drag_glazed
reel | drag will not hold though tight, I put plenty of grease on the pads | drag_greasy
reel | weak drag since I took the drag stack apart | drag_order, drag_greasy
reel | crank feels gritty after a day on the beach | sand_inside, main_gear_worn, bearing_rough
reel | grinds when cranking under load, ten seasons old | main_gear_worn, teeth_worn
reel | rough and hissing after it was dunked in salt water | bearing_rough, rust
reel | knocks in and out along the axis, gears fine | pin_slot_worn, shims_missing, circlip_off
boat | motor runs but the propeller does not turn after it hit a rock | shear_pin, drive_pin_lost
boat | Clicks when it pulls, quiet in the hand | bevel_worn, case_spreads
boat | water gets in at the shaft | seal_leaks
boat | vibrates at speed since the propeller hit something | prop_unbalanced, shaft_bent
boat | stiff to turn, there is weed and line round the shaft | line_wound_in
crane | jib creeps down under load | head_clutch, friction_greasy, tooth_at_load
crane | jumps teeth under load, one planet broken | planet_broken
crane | stops before the end on one side since the switch was moved | switch_limit, stop_wrong
mount | reverses late and points beside the mark, worm has play | worm_loose
mount | Points beside the mark in the cold and creeps in wind | head_clutch, bracket_flexes, worm_loose
mount | stiff in winter, fine indoors | grease_hard, worm_tight
mount | payload slips though the clutch is tight, I greased everything | friction_greasy
mount | slop in the worm wheel only in the middle of the range, five years of daily use | worm_wheel_worn
counter | tens wheel stays behind now and then | carry_worn
counter | display stands still though the drive turns | gear_split, gear_loose, switch_limit
counter | Stops at 9990 | carry_worn, spindle_stiff
counter | heavy at one place, stood in the attic for years | spindle_stiff
winch | drum does not turn, motor runs | drive_pin_lost, pinion_loose, train_gear_stripped
winch | does not hold the load, runs back | pawl_stuck, ratchet_worn
winch | slips under load and smells, pads old | slipper_glazed
railway | jerks at one spot each turn of the wheels | rods_bind, eccentric_gear, tooth_chipped
railway | motor turns, wheels stand still | gear_split, drive_pin_lost, pinion_loose
railway | runs only now and then, old motor | brushes_worn, lead_broken
railway | binds since I pressed the wheels on | pressed_too_far, rods_bind
throttle | hunts at idle, used daily for years | pot_worn, sector_worn
throttle | sticks at one place around the middle | sector_worn
throttle | does not reach full open since it was rebuilt | timing_off, stop_wrong
ebike | pedals slip forward sometimes, clicks | pawl_stuck, roller_worn, ratchet_worn
ebike | loud grinding under load, motor fine without load | planet_broken, bevel_worn, teeth_worn, train_gear_stripped
ebike | no assist at all after rain | board_dead, lead_broken
ebike | drags and squeals, wheel stops at once | brake_drags, bearing_seized
aircraft | surface flutters, servo jitters at centre | pot_worn, linkage_tight
aircraft | vibrates at high revs after a nose over | prop_unbalanced, shaft_bent
other | gritty knob, the feed slips and the small gear wobbles | feed_screw_loose
other | squeaks, was never greased | dry
other | new machine, loud from the first run, dry inside | dry
other | rebuilt it, now it is jammed | upside_down, collar_missing, gear_backwards, gears_swapped
other | a piece was left over after the service and it rattles | washer_left_out
other | Grinding everywhere, metal flakes in the grease, hundreds of hours | teeth_worn, bearing_rough
other | clicks once every turn | tooth_chipped, grit_in_gap
other | shaft moves in and out and it knocks since the rebuild | shims_missing, circlip_off
other | everything stiff since I packed it with thick grease | wrong_grease, grease_hard
other | tight spot once a turn since the new gear went in | eccentric_gear
other | slips now and then, teeth are fine, small pinion turns on its shaft | gear_loose, pinion_loose, feed_screw_loose
other | seized solid after a flood | rust, bearing_seized
other | hot motor, weak, smells | motor_worn, motor_dead
car | The motor howls but there's hardly any movement and I can spin the rear wheels by hand without the motor turning. | spur_stripped, pinion_loose, drive_pin_lost, slipper_loose
car | Goes fine on two cells, but on three it makes a clacking noise from the rear end on acceleration. | ring_gear_chipped, case_spreads
car | Terrible grinding noise from the gearbox since yesterday, it jumps when I accelerate | teeth_worn, spur_stripped, mesh_loose, case_spreads, ring_gear_chipped
car | After a hard landing the motor gets hot and it doesn't roll any more when I let go of the throttle | mesh_shifted, mesh_tight
car | It accelerates slowly with a squealing noise, then it is ok | slipper_loose, slipper_glazed
car | There's a tick tick tick with every wheel revolution | tooth_chipped, ring_gear_chipped
car | Bearings were changed and now the wheels are hard to turn as soon as I tighten the wheel nuts | pressed_too_far, no_end_play, collar_missing, bearing_not_seated
car | Only front wheels drive, the rear does nothing | drive_pin_lost, ring_gear_chipped, coupling_worn
car | new spur and pinion make a loud whine, everything else is stock | mesh_tight, wrong_size, faces_off
car | It ate its third spur gear, mesh was perfect each time | plate_flexes, slipper_locked, pinion_worn, mesh_loose
car | car got much slower and the motor temperature went up after fitting monster tyres | overgeared
servo | Jitters in the middle position, otherwise strong | pot_worn
servo | It hums and gets warm at the end of its travel | stop_wrong, linkage_tight, timing_off
servo | no resistance when I turn the horn, motor runs inside | train_gear_stripped, gear_split
servo | clicking when loaded and the horn gives way | train_gear_stripped, case_spreads
servo | The arm has several degrees of free play, it was used all season, gears look like new | case_bore_worn, bush_worn
servo | Turns only to the left | switch_limit, board_dead, timing_off
servo | after reassembly it only travels half way to one side | timing_off
servo | completely dead after a nose dive, lead looks fine | board_dead, motor_dead
reel | The handle spins backwards when I set the hook | pawl_stuck, roller_worn, roller_greased, ratchet_worn
reel | it feels like gravel when I reel in | sand_inside, main_gear_worn, bearing_rough
reel | drag starts with a jerk and then releases | drag_glazed
reel | drag slips even when fully tightened after I greased the washers | drag_greasy
reel | levelwind stuck at the left side | guide_pawl, guide_idler, guide_dirty
reel | spool hardly spins, noisy since it fell into the sea | bearing_rough, rust, bearing_seized
reel | there is a clunk each time I start cranking, handle moves in and out | pin_slot_worn, shims_missing
boat | The engine revs but the boat stays where it is since I touched ground | shear_pin, drive_pin_lost
boat | grinding from the lower unit under power, milky oil | bevel_worn, seal_leaks, bearing_rough
boat | a knocking when going from forward to reverse | bevel_worn, coupling_worn, pin_slot_worn
crane | it turns a bit further when I stop it and has a lot of play | worm_loose, worm_wheel_worn, gear_loose, case_bore_worn
crane | the hook slowly sinks with a load | head_clutch, friction_greasy, pawl_stuck
mount | tracking error, stars jump when changing direction | worm_loose
mount | tube doesn't stay where I point it | head_clutch, friction_greasy
mount | hardly moves on cold nights, the old grease looks like wax | grease_hard
counter | the last digit turns but the next one doesn't follow | carry_worn
counter | The counter stopped counting although the shaft rotates | gear_split, drive_pin_lost, gear_loose
winch | motor turns but drum does not | drive_pin_lost, train_gear_stripped, pinion_loose, gear_loose
winch | the load comes down by itself | pawl_stuck, ratchet_worn, friction_greasy
winch | loud cracking under heavy load and it skips | planet_broken, case_spreads, train_gear_stripped, teeth_worn
railway | engine hums, wheels don't move | gear_split, drive_pin_lost, pinion_loose, train_gear_stripped
railway | limps, tight once per wheel turn after I took the rods off | rods_bind
railway | hair wound round the axle, runs slow | line_wound_in
throttle | idle goes up and down, position jumps | pot_worn, sector_worn
throttle | clicks in the middle of its range, plastic gear inside | sector_worn, train_gear_stripped, tooth_chipped
ebike | spins without driving when I press hard on the pedals | roller_worn, pawl_stuck, ratchet_worn, train_gear_stripped, planet_broken
ebike | rumbling noise that rises with speed | bearing_rough, motor_bearing
board | Motor turns, wheel stands still, set screw may be loose | pinion_loose
board | belt jumps when braking | belt_worn
aircraft | tail servo hunts after a long flight | pot_worn, linkage_tight
aircraft | the propeller gearbox screams since the new motor | mesh_tight, wrong_size
tracked | left track jerks and clatters after it ran through sand | sand_inside, teeth_worn, grit_in_gap
tracked | one side slow and hot | mesh_tight, bearing_seized, motor_worn, overgeared
other | The knife gears were greased with the wrong stuff and now it is hard to crank | wrong_grease, grease_hard
other | it wobbles and rubs the housing once per rev | shaft_bent, eccentric_gear, screw_too_long, prop_unbalanced
other | I opened it for cleaning and since then there is a spring left over | spring_off, washer_left_out
other | the handle has play but no noise, teeth perfect | bush_worn, gear_loose, case_bore_worn, pin_slot_worn
other | jammed after I dropped a screw inside | grit_in_gap, upside_down, bearing_seized, screw_too_long, collar_missing
other | rattles, a screw fell out | screws_loose
other | stiff, smells burnt and the fuse blows | motor_dead, bearing_seized, motor_worn
car | I hold the wheels and the motor still spins with a ratcheting sound | spur_stripped, mesh_loose, train_gear_stripped
car | no power to the wheels, the pinion is spinning on the motor shaft | pinion_loose
car | rear diff makes popping noises on jumps and hard acceleration | ring_gear_chipped, case_spreads, diff_worn
car | since I shimmed the diff it is really tight and hot | no_end_play, bevel_not_shimmed, mesh_tight
car | it hums along ok but a high pitched whine came after I replaced the motor mount | mesh_tight, mesh_tilted, mesh_shifted, mesh_loose
car | squeaky sound when taking off, spur is not worn | slipper_loose, slipper_glazed
car | left front wheel wobbles a lot and clicks | shaft_bent, wheel_hex, coupling_worn
car | my buggy lost all drive after a jump, motor ok | drive_pin_lost, pinion_loose, spur_stripped
car | gearbox noisy and there is silver dust in the oil | teeth_worn, bearing_rough, diff_worn
car | truck cogs when climbing and motor is roasting, 40 percent bigger wheels | overgeared
servo | makes a chattering noise at one end and gets hot | stop_wrong, linkage_tight, timing_off, train_gear_stripped
servo | doesn't return to center exactly any more, horn seems to slip | spline_stripped, pot_key
servo | works for a minute and then goes crazy, twitching | pot_worn, board_dead
servo | gear train makes grinding noise and output skips | train_gear_stripped
servo | I replaced the gears and now it hardly moves, very stiff | wrong_size, gear_backwards, no_end_play, case_overtight, upside_down, gears_swapped, collar_missing
servo | can wiggle the arm 3 degrees with the motor held, metal gears | case_bore_worn, bush_worn, teeth_worn
reel | When a big fish pulls the handle goes round backwards | pawl_stuck, roller_worn, roller_greased, ratchet_worn
reel | grinding noise, feels coarse when winding, sand got in | sand_inside, main_gear_worn
reel | the drag is sticky at first pull | drag_glazed
reel | line piles up on one side, the guide doesn't travel | guide_pawl, guide_idler
reel | handle is hard to turn since I tightened the side plate screws | case_overtight, collar_missing, no_end_play, bearing_not_seated
reel | the spool rubs against the frame | shims_missing, shaft_bent, upside_down, bearing_loose, screw_too_long, washer_left_out, eccentric_gear
boat | prop spins slow, shaft hot, squeal | bearing_seized, line_wound_in, dry
boat | Motor ok, drive train clatters in forward only | bevel_worn, teeth_worn, train_gear_stripped, coupling_worn
crane | swings past its stop, lots of play | worm_loose, worm_wheel_worn, gear_loose, case_bore_worn, planet_broken, bush_worn, stop_wrong
crane | motor hums but boom does not lift a load, lifts empty hook | slipper_glazed, friction_greasy, head_clutch, train_gear_stripped, motor_worn, case_spreads, tooth_at_load, planet_broken
mount | the declination axis is sluggish when cold | grease_hard
mount | there is a dead spot when I reverse direction | worm_loose, gear_loose
mount | pan head drifts down with a heavy camera | head_clutch, friction_greasy
counter | thousands wheel jumps ahead | carry_worn, lock_ring_off
counter | turning hard, sat in a damp cellar | spindle_stiff, rust, grease_hard
winch | free-spooling, the pawl does not catch | pawl_stuck
winch | grinding and jumps when pulling hard | planet_broken, train_gear_stripped, case_spreads, teeth_worn
railway | loco runs then stops, needs a push | brushes_worn, rods_bind, lead_broken, motor_worn
railway | whirring motor, no movement, gear is cracked | gear_split
throttle | stays open at half, sticking | sector_worn, linkage_tight, spring_off
ebike | clunk when I start pedalling and then it drives | pawl_stuck, ratchet_worn, roller_worn, coupling_worn
ebike | grinding, nylon gear probably worn | teeth_worn, train_gear_stripped, planet_broken
board | one wheel motor spins without the wheel | pinion_loose, drive_pin_lost, belt_worn, spur_stripped
aircraft | elevator servo buzzes constantly even on the ground | linkage_tight, pot_worn
other | feeder makes clicking noise and does not dose properly | tooth_chipped, gear_split, train_gear_stripped, feed_screw_loose
other | mixer smells, whines and the head hardly turns under dough | train_gear_stripped, motor_worn, teeth_worn, dry
car | One of my tires just spins while the others do nothing and the centre of the truck whirs | drive_pin_lost, wheel_hex, diff_worn, fluid_missing
car | sounds like a machine gun under hard throttle, then pulls normally at part throttle | mesh_loose, teeth_worn, ring_gear_chipped, case_spreads, spur_stripped
car | the pinion screw worked itself out again and the thing will not move | pinion_loose
car | smells burnt and squeals off the line, barely gets going | slipper_loose, slipper_glazed
car | It tightens up as soon as I put the top half of the gearbox on | case_overtight, no_end_play, bearing_not_seated, collar_missing, case_not_home, upside_down
car | third spur gear this month, I can move the motor with my thumb | mesh_loose, screws_loose, mesh_shifted, plate_flexes
servo | hums all the time even with no signal change, quiet once the linkage is unhooked | linkage_tight
servo | Arm moves only after a while of turning the stick back, a lot of play, no damaged teeth | case_bore_worn, spline_stripped, bush_worn, gear_loose
servo | gives a snapping sound and then the wheels do not steer | train_gear_stripped, spline_stripped, gear_split
servo | swapped in new gears and now the endpoint is different left and right | timing_off, stop_wrong
reel | handle turns freely both ways, it no longer locks | pawl_stuck, roller_worn, roller_greased, spring_off
reel | After a good oiling the backward lock slips | roller_greased
reel | wobbly handle and a rough feeling all the way round, eight years old | main_gear_worn, teeth_worn, bearing_rough
reel | cracks and pops through the gears when fighting fish | main_gear_worn, teeth_worn, tooth_chipped, train_gear_stripped
reel | drag stutters, it had been in salt water | drag_salt, drag_glazed
boat | prop nut is tight but the propeller just sits there while the engine revs | shear_pin, drive_pin_lost
boat | hot and stiff since I packed the leg with grease | wrong_grease, bearing_seized, grease_hard
crane | slewing has a couple of degrees of lash before it picks up | worm_loose, worm_wheel_worn, case_bore_worn, gear_loose
crane | a loud bang while hoisting, now it just whirs and the hook hangs | train_gear_stripped, planet_broken, drive_pin_lost, pinion_loose
mount | slips with the long tube even with the clutch cranked down | head_clutch, friction_greasy
mount | every full turn of the worm it gets tight | worm_tight, eccentric_gear, shaft_bent
counter | wheel three advances too early | carry_worn, lock_ring_off
counter | needle frozen, the cable going in does turn | gear_split, gear_loose, drive_pin_lost
winch | cable drum races out, ratchet seems not to bite | pawl_stuck, ratchet_worn
railway | moves in hops, one hop per wheel revolution | rods_bind, eccentric_gear, tooth_chipped
railway | after ten years in a box it does not move, motor gets warm | grease_hard, bearing_seized, gear_split
throttle | plate sticks and does not snap back | spring_off, sector_worn, linkage_tight
ebike | pedals turn but nothing bites going forward | pawl_stuck, roller_worn, ratchet_worn
ebike | vibration and a growl that grows with speed | bearing_rough, motor_bearing
board | pulley chews the belt, bits of rubber all over | belt_worn
aircraft | jittery rudder near neutral | pot_worn, linkage_tight
tracked | one track is tight and its motor gets hotter than the other | bearing_seized, mesh_tight, motor_worn, line_wound_in
other | shrill noise since I swapped one gear for a similar one | wrong_size, mesh_tight
other | It turns but with a hiss, been near the sea | bearing_rough, rust
other | the crank comes to a dead stop when I screw on the cover | collar_missing, case_overtight, no_end_play, bearing_not_seated, case_not_home, upside_down
car | Motor is screaming but the truck crawls, and I can push it with no resistance. | spur_stripped, pinion_loose, slipper_loose, drive_pin_lost
car | Drives normally until I hit tall grass, then there is a squeal and it stops pulling | slipper_loose, slipper_glazed, friction_greasy
car | Under load the rear gearbox rattles and skips; when I squeeze the housing together it goes away | case_spreads
car | Only clicks when I use the 3S battery, on 2S it is quiet | ring_gear_chipped, case_spreads, shims_missing
car | Exactly one click for each rotation of the rear axle | tooth_chipped, ring_gear_chipped, grit_in_gap
car | Constant grinding from the transmission after a run on the beach | sand_inside, bearing_rough, teeth_worn
car | Since the crash there is a high whine and it no longer coasts, motor very hot | mesh_shifted, mesh_tight
car | New pinion and spur fitted, horrible whine ever since | wrong_size, mesh_tight, faces_off
car | Gearbox is hard to turn in the cold garage, loosens when warmed in my hands | grease_hard
car | Locks up the moment I tighten the last wheel nut | collar_missing, pressed_too_far, no_end_play, bearing_not_seated
car | After reassembly it binds at one point in each revolution, I used different screws | screw_too_long
car | Diff unloads, the inner wheel just spins in corners, car is brand new | fluid_missing
car | I fitted bigger tyres and now the motor overheats and run time is short | overgeared
car | Strips spur gears repeatedly, teeth of the new one gone after one pack | plate_flexes, slipper_locked, pinion_worn, mesh_loose, wrong_size
car | scraping noise once per wheel turn since I replaced the wheel screws | screw_too_long
servo | Servo buzzes and hunts around neutral, gears look perfect | pot_worn, pot_key
servo | Servo is completely dead and hot but the horn turns freely by hand | motor_dead, board_dead
servo | After rebuilding it only travels a short way to the left | timing_off, stop_wrong
servo | slop in the output arm, metal gears are fine, has hundreds of hours on it | case_bore_worn, bush_worn
servo | motor whirs, arm slips under load and something rattles after a crash | train_gear_stripped
servo | quits hunting when the linkage is disconnected | linkage_tight
reel | handle turns backwards now and then, I greased everything last week | roller_greased
reel | The line guide stops half way across the spool | guide_pawl, guide_idler, guide_dirty
reel | drag jerks when a fish runs | drag_glazed, drag_salt
reel | drag slips even when it is tightened all the way down | drag_greasy, drag_glazed, drag_order
reel | crank knocks in and out, the gears look fine | pin_slot_worn, shims_missing, circlip_off
reel | skips back when cranking hard, sometimes it holds | pawl_stuck, ratchet_worn, roller_worn, roller_greased
boat | Outdrive runs fine by hand but jumps with a clatter when pushed hard | bevel_worn, case_spreads, train_gear_stripped
crane | payload slips though the clutch is tight, ring was greased | friction_greasy
crane | motor runs and the winch drum just sits there, no noise | drive_pin_lost, pinion_loose, gear_loose, gear_split
mount | It points next to the target and reverses late | worm_loose
mount | fine without the camera, creeps with it on | head_clutch, bracket_flexes
counter | The tens digit lags and then jumps at the carry | carry_worn
counter | Odometer does not move though the pulse arrives | gear_split, switch_limit, gear_loose
winch | holds only sometimes, then the handle flies back | pawl_stuck, ratchet_worn, spring_off
railway | runs well upside down in my hand, binds once the wheels are pressed on | pressed_too_far
railway | motor turns, nothing else, the small gear has a crack | gear_split
throttle | throttle wanders at idle, gears are intact | pot_worn, pot_key
ebike | grinds under pedalling load and slips, wheel fine when pushed | planet_broken, train_gear_stripped, roller_worn, pawl_stuck, bevel_worn
board | motor spins on its own, the pulley does not turn with it | pinion_loose, drive_pin_lost
other | knob is gritty, the feed slips, small gear wobbles | feed_screw_loose
other | brand new and already loud, no lubricant inside | dry
"""

COMPLAINTS = [[part.strip() for part in row.split("|")] for row in CASES.strip().splitlines()]
