"""Complaints as they come in, with the causes a technician would accept as the first to look for.

``kind | words | causes``. The last 366 were written before the lexicon had seen them; by groups of 59, 42,
35, 42, 42, 42, 40, 36 and 28 the first cause was then right in 64, 57, 60, 93, 60, 62, 62, 69 and 79 of 100
and one of the first three in 88, 79, 77, 98, 74, 81, 88, 89 and 89: what a bench may expect of words that
nobody thought of. They have since taught the lexicon.
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
car | Motor screams but the truck just sits there, and there's a little pile of plastic dust under the cover. | spur_stripped
car | Went over a jump, landed hard, now it makes a tick-tick-tick with every turn of the wheels but only the rear. | ring_gear_chipped, diff_worn, tooth_chipped, bevel_worn
car | I fitted a bigger pinion last week for more speed. After five minutes you can't keep a finger on the motor. | overgeared
car | Front wheels pull but the back ones don't do anything any more. The shaft to the back is turning. | drive_pin_lost, coupling_worn, bevel_worn, ring_gear_chipped, diff_worn, spline_stripped, gear_loose
car | When I punch it, it makes a horrible whirring like a zip, then it goes. Easing onto it is fine. | slipper_loose
car | One wheel spins on its own in the air and the other stays still, and in corners it has no bite at all. | fluid_missing, diff_worn
car | It squeals like a dry hinge all the time, more when it is cold, nothing jumps. | dry, bearing_rough, bush_worn, motor_bearing
car | The pinion keeps creeping off the motor shaft, third time now, the little screw won't stay tight. | pinion_loose
servo | Arm buzzes and twitches around the middle even though I'm not touching the stick. | pot_worn, pot_key
servo | No sound at all, plugged in and it does nothing. Other one on the same plug works. | motor_dead, board_dead, lead_broken
servo | Loud whirr inside but the arm can be moved freely with a finger. | train_gear_stripped
servo | There is play at the arm, a good few millimetres at the tip, since the crash. | train_gear_stripped, teeth_worn, case_bore_worn, bush_worn, spline_stripped, tooth_chipped
servo | The arm slips round on the shaft when the rudder loads up, the screw is tight. | spline_stripped
servo | Worked, then I put new gears in and now it stops hard on the left and hums. | stop_wrong, timing_off, pot_key, collar_missing
servo | Runs to one end as soon as it gets power and stays there straining. | pot_key, pot_worn, board_dead, stop_wrong
reel | Handle turns but the spool does not bring in any line, it just spins, the drag is done up. | train_gear_stripped, main_gear_worn, drag_greasy, drag_glazed, pinion_worn, gear_loose, drag_order
reel | The drag jerks: nothing, nothing, then a lot of line at once. | drag_glazed, drag_salt
reel | Drag slips no matter how far I screw it down, it was serviced by a friend who greased everything. | drag_greasy, friction_greasy
reel | The handle can be cranked backwards now, it clunks back a bit then catches. Worse in winter. | roller_greased, roller_worn, pawl_stuck, ratchet_worn
reel | Gritty feeling when cranking ever since it fell in the surf. | sand_inside, bearing_rough, drag_salt, rust
reel | Line piles up on one side, the guide does not come across. | guide_pawl, guide_idler, guide_dirty
reel | Feels like there's a lump once every turn of the handle under a fish, smooth with no load. | main_gear_worn, tooth_at_load, pinion_worn, tooth_chipped, bevel_worn
boat | Propeller shakes the whole stern at speed but turns sweet by hand. | prop_unbalanced, shaft_bent, coupling_worn
boat | Water in the bottom after each run and grey sludge round the shaft tube. | seal_leaks
boat | Clatters when you go ahead, the joint between motor and shaft is all floppy. | coupling_worn
tracked | Left track stops when turning on carpet, motor goes on humming. | spur_stripped, slipper_loose, gear_loose, drive_pin_lost, pinion_loose, train_gear_stripped, coupling_worn, spline_stripped, head_clutch
tracked | It grinds awfully since I tightened everything up after cleaning. | mesh_tight, case_overtight, screw_too_long
crane | The hook comes down by itself with a load on, the winch doesn't hold. | pawl_stuck, ratchet_worn, worm_wheel_worn, brake_drags
crane | Knocks when the direction changes, there's slack before it picks up. | worm_loose, teeth_worn, pin_slot_worn, mesh_loose, shims_missing, bush_worn, coupling_worn, worm_wheel_worn
crane | The planets are cracked, I see bits in the grease. | planet_broken
counter | The tens do not move on when the ones pass nine. | carry_worn, gear_split
counter | Hangs at the same number every time and then frees if you tap it. | spindle_stiff, carry_worn, grit_in_gap, gear_split, tooth_chipped
mount | In frost it hardly moves and the motor stalls, in the afternoon it runs again. | grease_hard
mount | Tracks fine one way but when I reverse it takes several seconds before anything happens. | worm_loose, teeth_worn, worm_wheel_worn, head_clutch
mount | Turns stiff at one place in each revolution of the worm. | eccentric_gear, shaft_bent, worm_tight
railway | Limps along, lurches once per wheel turn, with the side rods off it runs smooth. | rods_bind
railway | The motor turns, the loco stays. The small gear on the axle has a crack and slips. | gear_split
board | Rattling from the hub when pulling away, and it sometimes freewheels for a second. | planet_broken, roller_worn, train_gear_stripped, tooth_chipped, pawl_stuck
car | Put it back together, now there's one spacer left over and the wheel won't turn after I tighten the nut. | collar_missing, washer_left_out, no_end_play
car | After the rebuild it drives backwards when I push forward. | upside_down, gears_swapped, timing_off, gear_backwards
servo | Hot plastic smell and the motor is very warm, it was stalled against the end. | motor_worn, motor_dead, board_dead, stop_wrong, overgeared, linkage_tight
boat | Rudder gear feels tight and heavy since I did the case screws up, loosened by a quarter turn it frees. | case_overtight, screw_too_long, no_end_play
car | Hums and tries but won't pull away on grass, on tarmac it's okay. Motor is hot afterwards. | overgeared, motor_worn, brake_drags, mesh_tight, battery_weak, brushes_worn, slipper_loose, slipper_glazed, dry
car | Took the truck apart to clean, now a rhythmic thunk from the front diff and it was quiet before. | upside_down, case_not_home, ring_gear_chipped, gear_backwards, bevel_not_shimmed, shims_missing, tooth_chipped, bearing_not_seated, grit_in_gap, diff_worn
car | There's black rubbery stuff all over and the belt keeps jumping. | belt_worn
car | My boy drove it in the sea. Everything crunches now. | sand_inside, rust, bearing_rough
car | When I let off the throttle it stops dead instead of rolling on. | brake_drags, mesh_tight, bearing_seized, case_overtight, dry
car | Rear wheel wobbles, I can move it on its axle, nut is tight. | wheel_hex, bearing_loose, shaft_bent, bearing_rough
car | It pulls itself along fine but makes a dreadful whine, I closed up the gears yesterday. | mesh_tight
car | Drives in jerks, motor sounds steady. Found a pin lying in the gearbox. | drive_pin_lost, shear_pin
servo | Makes a ratcheting sound at half deflection and jumps back. | train_gear_stripped, tooth_chipped
servo | Since water got in it only shivers and gets hot. | board_dead, rust, pot_worn, motor_dead
servo | Very slow, one amp at idle, been on the shelf for six years. | grease_hard, motor_worn, bearing_seized, rust, brushes_worn
servo | Horn wiggles 3 mm but the teeth are perfect, when I hold the shaft I see it tilt. | case_bore_worn, bush_worn, bearing_loose
servo | After I changed the gear set, it binds when I put in the last screw. | collar_missing, case_not_home, case_overtight, no_end_play, bearing_not_seated, upside_down, wrong_size, pin_slot_worn, washer_left_out
servo | doesn't return to the same middle twice | pot_worn, pot_key, case_bore_worn, teeth_worn, spline_stripped, linkage_tight
reel | When a decent fish pulls the handle turns backwards for half a turn then stops. | roller_greased, roller_worn, pawl_stuck, ratchet_worn
reel | The crank is wobbly and there's a grinding at the same spot in each turn | main_gear_worn, tooth_chipped, pinion_worn, bearing_rough, shaft_bent, bevel_worn
reel | can't tighten the drag enough, washers look black and shiny | drag_glazed, drag_greasy, drag_order
reel | Bail side makes a scratching hiss, it was rinsed after the beach and left wet | bearing_rough, rust, sand_inside, drag_salt
reel | spool wobbles in and out too far, end play of a millimetre since I serviced it | shims_missing, washer_left_out, circlip_off, collar_missing
winch | Drum lets the line out under wind, motor not running | pawl_stuck, worm_wheel_worn, ratchet_worn, head_clutch, brake_drags, train_gear_stripped, spline_stripped, slipper_loose
winch | Pulls in, then a bang, then the drum spins free. | train_gear_stripped, shear_pin, drive_pin_lost
crane | Slewing is rough, cover off I see one wheel with a piece of tooth missing | tooth_chipped
crane | Turning table has dead movement of several degrees before the jib follows | worm_loose, teeth_worn, coupling_worn, pin_slot_worn, mesh_loose, gear_loose, bush_worn, worm_wheel_worn
boat | Bad vibration after hitting a log | prop_unbalanced, shaft_bent
boat | Whining, hot, since I moved the motor a bit to get rid of the play | mesh_tight
aircraft | Retract motor runs but the leg stays up | train_gear_stripped, pinion_loose, drive_pin_lost, gear_split, coupling_worn, worm_wheel_worn, gear_loose
aircraft | Gearbox howls after nose-over, prop shaft doesn't run true | shaft_bent
aircraft | Head gears eat teeth each flight even with new ones | mesh_tilted, mesh_loose, plate_flexes, case_spreads, mesh_shifted, bearing_loose, slipper_locked, pinion_worn, shaft_bent
mount | Slips when I add the long lens, holds with the short one | head_clutch, slipper_loose, friction_greasy
mount | Backlash in declination, several seconds until it reacts on reversal | worm_loose, worm_wheel_worn, teeth_worn
counter | Hundred wheel does not move, the ten wheel does its job | carry_worn, gear_split, gear_loose, tooth_chipped
counter | Reading stands although the shaft turns | gear_split, gear_loose, train_gear_stripped, carry_worn, drive_pin_lost, pinion_loose
counter | Sluggish and stops, cleaned with oil last year | wrong_grease, grease_hard, spindle_stiff
railway | Engine runs smooth upside down in the hand but jerks on the rails, rods at funny angle | rods_bind
railway | Axle gear cracked, wheels slip | gear_split
ebike | Pedal assist motor whirs without pushing | roller_worn, train_gear_stripped, pawl_stuck, planet_broken, shear_pin, pinion_loose, spur_stripped
ebike | creaks and grinds from the hub since the winter, salty roads | bearing_rough, rust, sand_inside
board | Belt squeals uphill, teeth of the belt look rounded | belt_worn
throttle | Motor hums, flap doesn't move, small white wheel has no teeth on one side | train_gear_stripped, sector_worn
other | Mixer: strong smell, motor turns, whisk stands still | train_gear_stripped, worm_wheel_worn, shear_pin
other | Feeder jams now and then with a crack, then free again | tooth_chipped, train_gear_stripped, grit_in_gap, gear_split, pawl_stuck
tracked | Slow in one direction and strong in the other | timing_off, brushes_worn, motor_worn, board_dead, pot_worn
car | Something inside ticks faster the faster I drive, comes from behind, started after a wheel came off at speed. | tooth_chipped, ring_gear_chipped, bevel_worn, shaft_bent, diff_worn, coupling_worn
car | Full charge, floor it: rear end makes a ripping noise and no forward motion. Half throttle okay. | slipper_loose, ring_gear_chipped, case_spreads, spur_stripped, plate_flexes, diff_worn, mesh_loose
car | new tyres a size up, cuts out from heat after 8 minutes | overgeared
car | steering servo fine, drive motor just clicks once when I give throttle | motor_dead, board_dead, bearing_seized, brushes_worn, grit_in_gap, screw_too_long
car | rough and crunchy wheel bearings all round after mud race | bearing_rough, sand_inside
car | lost a driveshaft pin, only three wheels drive | drive_pin_lost
car | after fitting longer screws to the motor mount the spur scrapes | screw_too_long
car | diff feels gritty when I turn one wheel and hold the other, oil came out | seal_leaks, fluid_missing, diff_worn, sand_inside
servo | centre jumps about, steady if I take the gear cover's pot out of the loop | pot_worn
servo | strong vibration and whine in servo when held, silent when idle | teeth_worn, linkage_tight, motor_bearing, motor_worn, overgeared, pot_worn, gear_loose, dry
servo | two teeth gone from the brass output, clicking each time it passes there | tooth_chipped, sector_worn
servo | moves left only, right nothing | board_dead, pot_worn, motor_dead, switch_limit, brushes_worn, lead_broken
servo | gearbox got hot glue smell and the arm is limp | train_gear_stripped, motor_dead, board_dead, spline_stripped
reel | nothing when I crank, handle free like in neutral, after I reassembled it | main_gear_worn, pinion_worn, upside_down, gears_swapped, collar_missing, spring_off, drive_pin_lost, gear_loose, train_gear_stripped, pawl_stuck, washer_left_out, roller_greased
reel | drag got sticky after a winter in the boat | drag_salt, drag_glazed
reel | whirring noise when casting and the spool stops early | bearing_rough, dry, brake_drags, bearing_seized, spindle_stiff
reel | tight and loose once per crank turn, the handle shaft looks bent | shaft_bent
reel | the level wind moves, stops, moves | guide_pawl, guide_idler, guide_dirty
winch | clacks under load and then the drum jumps back a tooth | train_gear_stripped, tooth_chipped, pawl_stuck, ratchet_worn, case_spreads, mesh_loose
winch | draws double the current since I put thicker grease in | wrong_grease
crane | the whole turntable rocks, bolts of the bearing plate are loose | screws_loose, bearing_loose
crane | boom creeps down over a minute | head_clutch, worm_wheel_worn, pawl_stuck, worm_loose, friction_greasy, brake_drags, ratchet_worn
boat | shaft won't turn after winter, motor was left wet | bearing_seized, rust
boat | no thrust, motor is spinning like mad, prop isn't | pinion_loose, coupling_worn, train_gear_stripped, drive_pin_lost, gear_loose, shear_pin, spline_stripped, spur_stripped
boat | hums loudly at one speed, goes away faster or slower | prop_unbalanced, shaft_bent, coupling_worn, eccentric_gear, screws_loose
aircraft | slop at the control arm of 2 mm, gears were replaced, still there | case_bore_worn, bush_worn, spline_stripped, bearing_loose, pin_slot_worn
aircraft | motor runs, rotor slows in climb, teeth on the main gear slightly polished | mesh_loose, teeth_worn, slipper_loose, main_gear_worn, belt_worn, roller_worn, gear_loose, battery_weak, train_gear_stripped
mount | a sort of tick and the image jumps every eight minutes, always same period | grit_in_gap, tooth_chipped, eccentric_gear, worm_tight, worm_wheel_worn
mount | axis free in both directions although the clutch is on | head_clutch, worm_loose, gear_loose, train_gear_stripped, slipper_loose, slipper_glazed, friction_greasy
counter | last wheel turns by halves and shows between two digits | carry_worn, timing_off, gear_loose, gear_split
counter | seized solid after someone oiled it with cooking oil | wrong_grease, grease_hard, spindle_stiff
railway | runs fine without body, stops with the body on | wire_pinched, case_overtight, case_not_home, screw_too_long, shaft_bent
railway | one gear white with age and cracked at the axle | gear_split
ebike | motor noise got louder over 3000 km, whining, some play in the crank | teeth_worn, bearing_rough, planet_broken, dry, bearing_loose, train_gear_stripped
ebike | pedals spin forward without grip sometimes, worse in frost | pawl_stuck, roller_greased, roller_worn, ratchet_worn
board | grinding from left wheel, belt is fine | bearing_rough, sand_inside, bearing_seized
throttle | flap hangs at 15 percent, needs two tries, spring seems ok | grit_in_gap, spindle_stiff, tooth_chipped, sector_worn, train_gear_stripped, grease_hard, teeth_worn, gear_split, shaft_bent
other | sewing foot drive: jumps stitches, belt smooth and shiny | belt_worn
other | coffee mill grinds steel on steel, coarse sound, since I cleaned it | collar_missing, washer_left_out, upside_down, shims_missing, sand_inside, gears_swapped, grit_in_gap, mesh_tight, bearing_not_seated, case_not_home
tracked | after hitting the kerb the sprocket runs crooked | shaft_bent
car | It makes a loud grinding noise when accelerating and sometimes does not move at all. | spur_stripped, mesh_loose, ring_gear_chipped, slipper_loose, pinion_loose, plate_flexes, diff_worn, teeth_worn
car | After a crash the motor is louder and gets very hot, car does not roll freely. | mesh_shifted, mesh_tight
car | Clicking noise from the front differential when cornering under power. | ring_gear_chipped, diff_worn, case_spreads, coupling_worn, bevel_worn
car | Motor spins fine but the wheels don't, pinion looks ok. | spur_stripped, slipper_loose, pinion_loose, drive_pin_lost
car | Rear wheels have a lot of play when I wiggle them, diff outputs are tight. | wheel_hex, coupling_worn, bearing_loose, pin_slot_worn, bearing_rough
car | Belt driven, clicks under load and the teeth marks are on the pulley. | belt_worn
car | Stopped suddenly, motor smells burnt and does not turn any more. | motor_dead, board_dead
servo | Servo grinds and jumps when I put load on it. | train_gear_stripped
servo | It jitters at neutral and is fine elsewhere. | pot_worn
servo | Case screws loosened themselves, gears skip under load. | screws_loose, case_spreads
servo | The output shaft has play sideways but the gears are new. | case_bore_worn, bush_worn, bearing_loose
servo | Servo only turns to the left since I replaced the gears. | stop_wrong, timing_off, pot_key
reel | Handle is hard to turn since I greased it with thick grease. | wrong_grease, grease_hard
reel | The reel feels rough when turning, it got dunked in salt water. | bearing_rough, sand_inside, rust
reel | Anti-reverse slips occasionally on hook set. | roller_greased, roller_worn, pawl_stuck, ratchet_worn
reel | Line lay is uneven, level wind stops at one side. | guide_pawl, guide_idler, guide_dirty
reel | Drag sticks at first then releases with a jerk. | drag_glazed, drag_salt
reel | Knocking in the handle, once per turn, even with no load. | main_gear_worn, tooth_chipped, pinion_worn, shaft_bent, bevel_worn, gear_loose
winch | Motor turns but the drum does not pull, gear inside has missing teeth. | train_gear_stripped, tooth_chipped
winch | Stiff after winter storage. | grease_hard, rust, bearing_seized
boat | Whining and hot since the gear distance was set new. | mesh_tight
boat | The propeller shaft has water coming in. | seal_leaks
tracked | One side drives slower than the other and the motor is hot. | mesh_tight, mesh_shifted, bearing_seized, brake_drags, motor_worn, head_wheel_twin, bearing_rough, brushes_worn
crane | Slewing is jerky, a gear tooth looks broken. | tooth_chipped
crane | Load slips down when the motor stops. | pawl_stuck, head_clutch, worm_loose, brake_drags, slipper_loose, friction_greasy, ratchet_worn, worm_wheel_worn
mount | The head sags slowly with the heavy camera. | head_clutch, bracket_flexes
mount | Large backlash in azimuth, the stars drift after reversing. | worm_loose, worm_wheel_worn, teeth_worn
counter | Counter skips a number every hundred. | carry_worn, tooth_chipped, gear_split
counter | It jams when all the nines turn over. | spindle_stiff, carry_worn, grease_hard
railway | Runs jerkily and binds once per wheel revolution. | rods_bind, eccentric_gear, shaft_bent
railway | Motor runs, wheels do not turn, axle gear split. | gear_split
ebike | Motor runs but the wheel does not get power, grinding from the hub. | planet_broken, train_gear_stripped, roller_worn, shear_pin, pinion_loose
board | Belt slips when going uphill and makes noise. | belt_worn
throttle | Flap stays stuck half open, gear teeth worn in the middle. | sector_worn
aircraft | Landing gear retracts only halfway then motor buzzes. | grit_in_gap, tooth_chipped, train_gear_stripped, stop_wrong, spindle_stiff, linkage_tight, switch_limit, sector_worn, line_wound_in, motor_worn, shaft_bent
other | Mixer motor hums but beater does not turn. | train_gear_stripped, shear_pin, worm_wheel_worn, bearing_seized, drive_pin_lost
car | Spur gear wears out after only a few runs. | mesh_loose, plate_flexes, slipper_locked, pinion_worn, mesh_tight, mesh_tilted, wrong_size
car | The car is slow and the motor too hot after I put on big wheels. | overgeared
car | There is a click at each wheel turn from the back. | tooth_chipped, ring_gear_chipped, bevel_worn, grit_in_gap
car | Car drives forward but not in reverse. | board_dead, switch_limit, roller_worn, gear_loose, slipper_loose, timing_off, drive_pin_lost
car | Diff is leaking oil and one wheel spins in the corners. | seal_leaks, fluid_missing, diff_worn
car | Squeaking noise from the gearbox, nothing was greased at the factory. | dry
car | Slipper nut came loose, motor revs but it accelerates slowly. | slipper_loose
servo | Stripped a tooth on the output gear, there is a dead spot. | tooth_chipped, train_gear_stripped, sector_worn
servo | Humming and hot when standing still with the linkage connected. | linkage_tight
servo | Binding at one point of the travel after I put it together. | screw_too_long, wire_pinched, case_not_home, upside_down, collar_missing, grit_in_gap, shaft_bent, timing_off, stop_wrong, bearing_not_seated
servo | Servo is dead, no current drawn. | motor_dead, board_dead, lead_broken
reel | Loud when cranking fast, bearings feel gritty. | bearing_rough, sand_inside
reel | Handle wobbles and there is side play of the shaft. | bush_worn, bearing_loose, case_bore_worn, gear_loose, shims_missing
reel | The spool does not spin freely when casting. | bearing_rough, bearing_seized, brake_drags, spindle_stiff, dry, rust, line_wound_in, grease_hard
reel | After service the handle turns backward. | roller_greased, pawl_stuck, spring_off, upside_down
winch | Jumps a tooth with a rattle in strong wind. | train_gear_stripped, case_spreads, tooth_chipped
winch | Water got in and it is stiff now. | rust, bearing_seized, bearing_rough
boat | Vibrates at full speed, prop blade has a nick. | prop_unbalanced
boat | Motor turns, prop stands still, coupling looks broken. | coupling_worn, drive_pin_lost
tracked | Grinding on one side after driving through sand. | sand_inside, bearing_rough
crane | Slack when changing direction, gears look fine. | bush_worn, case_bore_worn, pin_slot_worn, worm_loose, coupling_worn, gear_loose, bearing_loose, mesh_loose, bracket_flexes
mount | Stiff in the cold and the motor stalls. | grease_hard
counter | The last wheel stays between two numbers. | carry_worn, gear_split, timing_off, gear_loose
railway | Squeals when running, has not been oiled for years. | dry
ebike | Clunk when starting to pedal, play in the drive. | pawl_stuck, roller_worn, coupling_worn, ratchet_worn, pin_slot_worn, teeth_worn, gear_loose, bevel_worn
board | Grinding noise from the motor, bearings. | motor_bearing, bearing_rough
throttle | Motor runs but the flap does not move. | train_gear_stripped, gear_split, sector_worn, pinion_loose, drive_pin_lost
aircraft | Gear whines after I fitted a new pinion. | wrong_size, mesh_tight, faces_off
"""

COMPLAINTS = [[part.strip() for part in row.split("|")] for row in CASES.strip().splitlines()]
