"""Lines as they are said at benches of many sorts, and what must be understood of each.

``line | kind | field=value, …``; what is not named must not be understood either.
"""

from __future__ import annotations

from gearing.strip.entry import read_line

LINES = """
bearing 10x15x4 rough centre shaft | bearing | size=10x15x4
prop shaft, spring loaded | shaft |
2 body clips | clip | count=2
sun gear 17T on the motor | gear | teeth=17
planet carrier | carrier |
clutch plate | pad |
motor screws with washers | screw |
grub screw on the pinion flat | setscrew |
lift out the power module | unit | verb=lift out
0.8M pinion 15 teeth bore 5 | gear | module=0.8 module, teeth=15, bore=5
48P spur 81T | gear | module=48 DP, teeth=81
four screws | screw | count=4
pinion 20T M1 5 mm bore | gear | teeth=20, module=1 module, bore=5mm
pin by the motor | pin |
circlips off the planet shafts | circlip |
seal pressed in the gear | seal |
spacer between the wheel bearings | spacer |
gear pin | pin |
gear sleeve | bush |
drive cup | joint |
ball link | joint |
shock tower | cover |
swash plate | cover |
servo horn | hub |
set screw M3 | setscrew | thread=M3
rotor nut | nut |
face plate | cover |
unplug the motor lead | connector | verb=unplug
undo the locknut | nut | verb=undo
cut the cable tie | tie | verb=cut
pry off the e-clip | circlip | verb=pry off
slide out the layshaft | shaft | verb=slide out
press out the bearing 5x11x4 | bearing | verb=press out, size=5x11x4
drive out the roll pin | pin | verb=drive out
pop off the ball cup | joint | verb=pop off
washers 5 | washer | count=5
brushes 2 | brush | count=2
output gear 48t | gear | teeth=48
both bearings | bearing | count=2
a pair of brushes | brush | count=2
all four wheel nuts | nut | count=4
spur gear 54T 48 pitch | gear | teeth=54, module=48 DP
pinion 12T 0.6 mod | gear | teeth=12, module=0.6 module
worm 2 start | worm | starts=2
two-start worm left hand | worm | starts=2, hand=left
worm wheel 40t bronze | gear | teeth=40, material=bronze
anti-reverse dog | pawl |
anti-reverse pawl and spring | pawl |
bail arm | hub |
bail spring | spring |
bail trip lever | lever |
line roller bearing 3x8x4 | bearing | size=3x8x4
drag washers carbon 3 | pad | material=carbon, count=3
drag knob | hub |
crosswind block | slider |
oscillating slider | slider |
level wind pawl | pawl |
worm shaft | shaft |
clicker spring | spring |
handle nut | nut |
handle nut cap | cover |
spool shim 0.3 | shim | size=0.3
main shaft bent | shaft |
drive gear 56t brass | gear | teeth=56, material=brass
pinion bearing 7x13x4 | bearing | size=7x13x4
one-way bearing under the rotor | oneway |
rotor | hub |
line guide | slider |
side plate screws 3 | screw | count=3
side plate | cover |
servo case bottom | cover |
servo case screws 4 long | screw | count=4
output shaft with spline | shaft |
motor pinion 10t | gear | teeth=10
potentiometer behind the output gear | board |
feedback pot | board |
circuit board three wires | board |
red wire to the motor | connector | colours=red
second gear 42/12 nylon | gear | teeth=42/12, material=nylon
idler pin 2x14 loose | pin | size=2x14
top bearing 5x10x4 rusted | bearing | size=5x10x4
shim 3x6x0.2 under the third wheel | shim | size=3x6x0.2
brushless motor | motor |
motor mount plate | cover |
motor mount screws M3x10 2 | screw | thread=M3, count=2
battery | battery |
battery strap | cover |
battery pack unplugged | battery |
speed controller | board |
receiver | board |
antenna tube | hose |
steering servo | unit |
servo saver spring | spring |
steering link | lever |
turnbuckle left | lever |
upper suspension arm rear left | lever |
hinge pin long | pin |
hub carrier | carrier |
wheel hex 12 mm | hub | size=12mm
wheel nut M4 | nut | thread=M4
dogbone | joint |
outdrive left | joint |
diff | unit |
diff cup with o-ring | joint |
diff case screws 4 | screw | count=4
ring gear 39t | ring | teeth=39
bevel pinion 13t | gear | teeth=13
spider gears 2 | gear | count=2
diff cross pin | pin |
diff gasket | seal |
slipper spring | spring |
slipper pads 2 | pad | count=2
slipper nut | nut |
slipper plate | pad |
clutch bell 14t | hub | teeth=14
clutch shoes 3 | pad | count=3
flywheel nut | nut |
crankcase cover | cover |
center bulkhead | cover |
chassis plate | cover |
body posts 2 | shaft | count=2
rear bumper | cover |
shock spring | spring |
shock shaft 3x40 | shaft | size=3x40
shock cap | cover |
piston washer | washer |
shock oil seal | seal |
universal joint | joint |
propeller | hub |
propeller shaft 4x118 | shaft | size=4x118
stern tube seal | seal |
shaft coupling brass | joint | material=brass
M4x4 grub screw coupling | setscrew | thread=M4
rudder arm | hub |
gasket lower case | seal |
drain plug o-ring | oring |
pump cover | cover |
impeller | hub |
sun 12t brass | gear | teeth=12, material=brass
3 planets 18t acetal | gear | count=3, teeth=18, material=acetal
ring gear 48t steel pressed in the case | ring | teeth=48, material=steel
carrier plate first stage | carrier |
second stage carrier with sun | carrier |
spacer ring | spacer |
retaining ring 22 | circlip | size=22
snap ring internal | circlip |
thrust washer 8x14x0.5 | washer | size=8x14x0.5
needle bearing 6x10x9 | bearing | size=6x10x9
output bearing 8x16x5 | bearing | size=8x16x5
clutch ring | ring |
clutch spring long | spring |
torque collar | spacer |
chuck | hub |
chuck screw left hand thread | screw | hand=left
trigger switch | board |
gearbox housing half | cover |
gearbox | unit |
armature | motor |
carbon brushes 2 with springs | brush | count=2, material=carbon
brush holder | cover |
fan | hub |
commutator side bearing 6x16x5 | bearing | size=6x16x5
field magnet | magnet |
magnets 2 | magnet | count=2
speed selector lever | lever |
selector fork | lever |
detent ball 3 mm | bearing | size=3mm
detent spring | spring |
number wheel units | gear |
number wheel tens 20t | gear | teeth=20
carry pinion 8t brass | gear | teeth=8, material=brass
reset lever | lever |
reset cam | hub |
counter frame | cover |
click spring | spring |
first arbor 2x46 | shaft | size=2x46
bush 2x4x3 | bush | size=2x4x3
drive wheel 20t brass | gear | teeth=20, material=brass
hour hand | needle |
pointer | needle |
needle on the scale | needle |
dial | cover |
glass | cover |
hairspring | spring |
escape wheel | gear |
pallet fork | lever |
balance staff | shaft |
centre wheel 64t | gear | teeth=64
ratchet wheel | gear |
click and spring | pawl |
mainspring | spring |
worm 3x24 steel | worm | size=3x24, material=steel
worm wheel 144t bronze | gear | teeth=144, material=bronze
worm bearing 4x10x4 2 off | bearing | size=4x10x4
worm preload nut | nut |
clutch disc felt | pad | material=felt
counterweight | hub |
motor belt | belt |
timing belt 80 teeth | belt | teeth=80
belt pulley 20t | pulley | teeth=20
idler pulley | pulley |
chain | belt |
chain sprocket 11t | sprocket | teeth=11
drive sprocket | sprocket |
feed roller | bearing |
feed wheel | gear |
auger motor | motor |
hopper lid | cover |
spring clip | clip |
hose clip | clip |
fuel line | hose |
silicone tube | hose | material=silicone
wheel set rear | gear |
track | belt |
side rods 2 | shaft | count=2
crank pin | pin |
crosshead | hub |
piston | slider |
piston rod | shaft |
eccentric rod | shaft |
coupling rod screws | screw |
axle gear 24t | gear | teeth=24
axle front | shaft |
driving wheels 2 | gear | count=2
pickup wires 2 | connector | count=2
pickup shoe | pad |
lamp | board |
body shell | cover |
weight | hub |
4x M3x10 hex2 rear cover | screw | count=4, thread=M3
M2x6 pan ph1 4 off | screw | thread=M2
2x M2.5x8 countersunk | screw | count=2, thread=M2.5
M3 nut | nut | thread=M3
M3 nyloc motor mount | nut | thread=M3
M3 washers 4 | washer | thread=M3, count=4
M3 standoff 20 mm | spacer | thread=M3, size=20mm
M4 ball stud | joint | thread=M4
M3 rod end | joint | thread=M3
6x 2x8 screws lower case | screw | count=6, thread=ST2
ST2.9x9.5 ph1 lid | screw | thread=ST2.9
4-40x3/8 cap hex 3/32 motor | screw | thread=4-40
remove the top cover | cover | verb=remove
take off the rear cover | cover | verb=take off
lift off the lid | cover | verb=lift off
pull off the handle | hub | verb=pull off
pull the pinion off | gear | verb=pull off
lift the rotor out | hub | verb=lift out
slide the worm out | worm | verb=slide out
knock out the split pin | pin | verb=knock out
tap out the dowels 2 | pin | verb=tap out, count=2
unscrew the spool cap | cover | verb=unscrew
unscrew the four case screws | screw | verb=unscrew, count=4
disconnect the battery | battery | verb=disconnect
unclip the cover | cover | verb=unclip
unhook the return spring | spring | verb=unhook
desolder the red wire | connector | verb=desolder, colours=red
loosen the motor screws | screw | verb=loosen
loosen two grub screws | setscrew | verb=loosen, count=2
spring off the circlip | circlip | verb=spring off
split pin | pin |
open gear 20t | gear | teeth=20
cut washer | washer |
release lever | lever |
pull rod | shaft |
slide | slider |
lift arm | hub |
gear 32/10 brass | gear | teeth=32/10, material=brass
cluster gear 40/20/12 | gear | teeth=40/20/12
idler gear nylon 23t | gear | teeth=23, material=nylon
nylon idler 23t | gear | teeth=23, material=nylon
brass pinion 9t | gear | teeth=9, material=brass
crown wheel 42t brass | gear | teeth=42, material=brass
rack 40 mm long | gear | length=40mm
sector gear | gear |
internal gear 60t | ring | teeth=60
gear cover | cover |
gear shaft 3x24 | shaft | size=3x24
pinion shaft | shaft |
wheel bearing outer | bearing |
wheel bearings 4 5x11x4 | bearing | count=4, size=5x11x4
gear spring | spring |
spring pin | pin |
pinion puller nut | nut |
bearing cap | cover |
bearing retainer | clip |
bearing retainer screws 2 | screw | count=2
bearing shim | shim |
shaft seal 4x8x2 | seal | size=4x8x2
shaft key 2x10 | key | size=2x10
woodruff key | key |
cover gasket | seal |
cover screws 6 | screw | count=6
motor cover | cover |
motor wires | connector |
motor bearing rear | bearing |
motor can | cover |
end bell | cover |
end cap | cover |
o-ring 4x7x1.5 | oring | size=4x7x1.5
o ring under the cap | oring |
spring washer | washer |
wave washer 10x14 | washer | size=10x14
disc springs 6 | spring | count=6
belleville washers 4 | washer | count=4
shim washer 5x7x0.1 | shim | size=5x7x0.1
friction disc | pad |
keyed washer | pad |
eared washers 3 | pad | count=3
brake pad | pad |
torsion spring | spring |
leaf spring | spring |
return spring small | spring |
spring, flies | spring |
bush bronze 6x8x10 | bush | material=bronze, size=6x8x10
bushing | bush |
sleeve | bush |
collar on the shaft | spacer |
spacer 5 mm | spacer | size=5mm
coupling | joint |
ball bearing 6x12x4 | bearing | size=6x12x4
ball joint | joint |
steel balls 12 | bearing | count=12, material=steel
cage | carrier |
lever arm | hub |
fork | lever |
yoke | lever |
shift fork | lever |
rocker | lever |
trigger | lever |
knob | hub |
handle | hub |
crank | hub |
cam | hub |
cam follower | slider |
plunger | slider |
latch spring | spring |
latch | clip |
retaining clip | clip |
cable clip | clip |
zip tie | tie |
cable tie cut | tie |
ribbon cable | connector |
plug | connector |
sensor board | board |
hall sensor | board |
encoder disc | board |
solenoid | board |
microswitch | board |
felt washer oiled | seal | material=felt
dust boot | seal |
bellows | seal |
grommet | seal |
diaphragm | seal |
paper gasket torn | seal |
label plate | cover |
glass window | cover |
thumb screw | screw |
machine screws 3 | screw | count=3
wood screws | screw |
self tappers 5 | screw | count=5
bolt M6x20 | screw | thread=M6
bolts 2 | screw | count=2
nut and washer | nut |
gear with a blue dot | gear |
wozzit with a blue dot | other |
thingummy | other |
white plastic thing | other | material=plastic
grease | other |
second wheel under the third wheel | gear |
wheel on the output shaft | gear |
gear on shaft two | gear |
bearing in the housing | bearing |
bearing behind the gear | bearing |
washer under the nut | washer |
washer between bearing and gear | washer |
spring behind the lever | spring |
pin through the shaft | pin |
screw in the hub | screw |
screw holding the cover | screw |
plate with two pins | cover |
cover with gasket | cover |
cover, four screws | cover |
motor side bearing | bearing |
output side seal | seal |
motor side cover | cover |
left side plate | cover |
right hand worm | worm | hand=right
front gear | gear |
front cover screws | screw |
inner race | bearing |
outer race | bearing |
rear axle | shaft |
lower housing | cover |
upper half | cover |
intermediate gear 30/12 | gear | teeth=30/12
intermediate shaft | shaft |
countershaft gear 28t | gear | teeth=28
reverse idler | gear |
reduction gear | gear |
main gear | gear |
transfer gear 22t | gear | teeth=22
input pinion | gear |
input shaft | shaft |
output flange | hub |
drum | hub |
spool | hub |
winch drum screw M3x8 | screw | thread=M3
rope pulley | pulley |
tension spring | spring |
tensioner | pulley |
feeder unit | unit |
pump | unit |
servo | unit |
differential | unit |
gear train | unit |
spool assembly | unit |
module | unit |
bearing 3/16x3/8 | bearing | size=3/16x3/8
pinion bore 1/8 | gear | bore=1/8
gear 6 mm wide | gear | width=6mm
gear width 5 | gear | width=5
pinion 3.17 bore | gear | bore=3.17
hub bore 8 | hub | bore=8
pinion 11T 32 DP | gear | teeth=11, module=32 DP
spur 0.5 module 60 teeth | gear | module=0.5 module, teeth=60
two M2.5 countersunk screws from the bottom plate | screw | count=2, thread=M2.5
rear diff outdrives 2 | joint | count=2
take out the steering servo | unit | verb=take out
pull out both hinge pins | pin | verb=pull out, count=2
front gearbox top half | cover |
5x11x4 bearing, gritty | bearing | size=5x11x4
bearings 5x11x4 2 gritty | bearing | size=5x11x4, count=2
spur gear 87T 48P nylon | gear | teeth=87, module=48 DP, material=nylon
nylon spur 87 tooth | gear | teeth=87, material=nylon
motor pinion 23 tooth 0.6M | gear | teeth=23, module=0.6 module
3 mm grub screw | setscrew | size=3mm
M3 grub screws 2 in the coupling | setscrew | thread=M3, count=2
slipper assembly | unit |
thrust bearing for the slipper | bearing |
lock nut M4 flanged | nut | thread=M4
wheel nuts, serrated, four | nut | count=4
antenna | board |
body clips 4 | clip | count=4
long screws 2, short screws 4 | screw | count=2
reel handle | hub |
handle screw left-hand thread | screw | hand=left
pull the rotor | hub | verb=pull
rotor nut 10 mm | nut | size=10mm
line roller with bearing and bush | hub |
drag stack 7 washers | pad |
carbon drag washer 20x8x1 | pad | material=carbon, size=20x8x1
metal drag plates eared 3 | cover | count=3
clicker tongue | pawl |
ratchet pawl spring | spring |
main gear 51t zinc | gear | teeth=51, material=zinc
pinion gear brass 11t helical | gear | teeth=11, material=brass
anti reverse roller bearing | oneway |
anti-reverse clutch sleeve | bush |
level wind worm | worm |
level wind pawl and cap | pawl |
spool bearing 3x10x4 shielded | bearing | size=3x10x4
centrifugal brake blocks 6 | cover | count=6
magnet brake plate | cover |
thumb bar spring | spring |
clutch cam | hub |
yoke springs 2 | spring | count=2
quadrant | lever |
servo arm screw M3x6 | screw | thread=M3
servo horn 25 tooth | hub | teeth=25
case bottom with label | cover |
4 case screws 2.5x20 | screw | count=4, thread=ST2.5
third gear 39/10 metal | gear | teeth=39/10
idler on a 2 mm steel pin | gear | size=2mm, material=steel
output spline bearing 10x15x4 | bearing | size=10x15x4
wiper board | board |
pot shaft | shaft |
three motor wires red black white | connector | count=3, colours=red black white
dc motor with pinion 9t | motor |
planet gear 21T x3 | gear | teeth=21, count=3
sun gear with shaft | gear |
ring gear housing | cover |
planet carrier plate, three pins | carrier |
input sun 15 teeth | gear | teeth=15
second carrier | carrier |
output carrier bearing | bearing |
circlip 20 mm internal | circlip | size=20mm
shim 0.1 x2 under the circlip | shim | size=0.1, count=2
spring plate | cover |
detent balls 6 | bearing | count=6
torque ring threaded | ring |
chuck jaws 3 | hub |
hammer | hub |
anvil | hub |
hammer spring | spring |
cam balls 2 | bearing | count=2
armature bearing 608 | bearing |
brush caps 2 | cover | count=2
switch trigger spring | spring |
gear case grease cap | cover |
speed selector slide | slider |
fan shroud | cover |
prop nut | nut |
dog drive pin 2 mm | pin | size=2mm
flex shaft | shaft |
stuffing tube | hose |
rudder horn | hub |
bilge pump impeller | hub |
water jacket o-rings 2 | oring | count=2
winch drum | hub |
capstan gear 60 teeth brass | gear | teeth=60, material=brass
sheet line pulley | pulley |
thruster motor | motor |
azimuth bearing 20x32x7 | bearing | size=20x32x7
ra worm 1 start | worm | starts=1
ra worm wheel 135 teeth | gear | teeth=135
worm carriage spring | spring |
worm end float screw M4 | screw | thread=M4
eccentric ring | ring |
counterweight shaft 20 mm | shaft | size=20mm
clutch lever | lever |
azimuth axis nut | nut |
teflon washer 60 mm | washer | size=60mm
spur reduction 12/60 | gear | teeth=12/60
stepper motor | motor |
motor bracket screws 2 | screw | count=2
drive belt 60 teeth | belt | teeth=60
number drum tens | hub |
digit wheel units | gear |
transfer pinion 8t | gear | teeth=8
reset shaft | shaft |
reset pinion 12t | gear | teeth=12
lock bar | other |
pawl carrier | carrier |
counter shaft 2.5x60 | shaft | size=2.5x60
ratchet 10 teeth | pawl | teeth=10
zeroing heart cam | hub |
hand wheel | gear |
trip wheel spring | spring |
hopper motor 12 V | motor |
portion wheel | gear |
paddle wheel rubber | gear | material=rubber
feeder lid latch | clip |
auger spiral | other |
auger coupling | joint |
gear motor 60 rpm | motor |
battery door | cover |
contact spring minus | spring |
driver wheels with axle | gear |
axle with gear 18t | shaft |
valve gear rod | shaft |
connecting rod screw | screw |
pickup spring left | spring |
motor brush spring | spring |
worm on the motor shaft | worm |
gear tower screws 2 | screw | count=2
idler gear pin 1.5 mm | pin | size=1.5mm
coupler hook | joint |
smoke unit | unit |
light board | board |
trailing truck | other |
flywheel brass | hub | material=brass
cardan shaft | shaft |
cardan cups 2 | joint | count=2
bogie frame | cover |
wheelset with gear 14t | hub |
remove six screws underneath | screw | verb=remove, count=6
undo 2 long and 2 short screws | screw | verb=undo, count=2
unplug motor and sensor | motor | verb=unplug
lift the lid off | cover | verb=lift off
prise out the seal | seal | verb=prise out
press the bearing out | bearing | verb=press out
drive the pin out from the left | pin | verb=drive out
slide the shaft out to the right | shaft | verb=slide out
knock the roll pin out | pin | verb=knock out
ease the gear off the shaft | gear | verb=ease off
twist off the cap | cover | verb=twist off
cut two zip ties | tie | verb=cut, count=2
snip the tie | tie |
back out the set screw M3x4 | setscrew | verb=back out, thread=M3
wiggle the rotor off | hub |
draw off the flywheel | hub | verb=draw off
pick out the shims 2 | shim | verb=pick out, count=2
detach the linkage | lever |
separate the case halves | cover | verb=separate
open the gearbox | unit | verb=open
take the battery out | battery | verb=take out
unwind the spring | spring | verb=unwind
washer, dished, 8x16 | washer | size=8x16
thin washer under the gear | washer |
shims 3 different | shim | count=3
brass spacer 3x5x2 | spacer | material=brass, size=3x5x2
tube spacer between the bearings | spacer |
black plastic bush | bush | material=plastic
oilite bush 4x8x6 | bush | size=4x8x6
dowel pins 2 3x10 | pin | count=2, size=3x10
tapered pin | pin |
half moon key | key |
spring loaded ball | bearing |
return spring, hooks both ends | spring |
gear, 3 teeth missing | gear |
broken tooth gear 20T | gear | teeth=20
motor, seized | motor |
rusty bearing from the left | bearing |
seal with the lip inward | seal |
gasket, paper | seal |
o-ring 20x1.5 nitrile | oring | size=20x1.5
cover o-ring | oring |
motor lead, red and black | connector | colours=red black
plug of the sensor | connector |
board with two screws | board |
screws of the board 2 | screw |
nut 8 mm | nut | size=8mm
nut M5 lock | nut | thread=M5
bolt through the arm | screw |
arm bolt M3x25 | screw | thread=M3
upper arm | hub |
steering knuckle | lever |
king pins 2 | pin | count=2
axle carrier | carrier |
drive shaft with pin | shaft |
cvd joint | joint |
pinion height bush | bush |
wheel off its axle | gear |
little spring under the trigger | spring |
two tiny screws at the back | screw | count=2
big nut on the drive shaft | nut |
plastic gear with metal hub | gear | material=plastic
the long bolt | screw |
cover held by three clips | cover |
wire from the switch to the motor | connector |
black wire | connector | colours=black
yellow and red leads | connector | colours=yellow red
aerial wire | connector |
rubber seal round the shaft | seal | material=rubber
snap ring off the input shaft | circlip |
bearing puller groove washer | washer |
pinion on the motor, 13 teeth, 0.5 module | gear | teeth=13, module=0.5 module
48 pitch pinion 18 teeth bore 1/8 | gear | module=48 DP, teeth=18, bore=1/8
idler, plastic, 34/10 | gear | material=plastic, teeth=34/10
wide gear 12 mm wide 40T | gear | width=12mm, teeth=40
M2 nut 3 off | nut | thread=M2
3 off M2 nuts | nut | count=3, thread=M2
M2.6x10 self tapping screws 6 | screw | thread=M2.6, count=6
M3x12 socket cap, 2 | screw | thread=M3
cross head screws four short | screw | count=4
hex bolt M5x30 from the foot | screw | thread=M5
wing nut | nut |
c-clip on the crank pin | circlip |
e-clips 2 | circlip | count=2
roll pin 2x12 driven out | pin | size=2x12
drift out the taper pin | pin | verb=drift out
motor lead red and black | connector | colours=red black
three wires, red black and yellow | connector | count=3, colours=red black yellow
board, leads blue and white | board | colours=blue white
spring 12 mm long | spring | length=12mm
pin length 14.5 | pin | length=14.5
half inch collar | spacer | size=1/2in
shaft one inch | shaft | size=1in
bearing 10 mm across | bearing | size=10mm
idler 23t runs in a closed case | gear | teeth=23, runs=closed
spur 54t runs in the open | gear | teeth=54, runs=open
ring dia 30 | ring | size=30
unplug the battery and lift it out | battery | verb=unplug
pull the pinion off, 15 tooth steel | gear | verb=pull off, teeth=15, material=steel
wozzit by the motor | other |
thingummy behind the spur gear | other |
gear with 20 teeth and a bore of 5 | gear | teeth=20, bore=5
drift out the roll pin from the left | pin | verb=drift out
gear lever | lever |
clutch lever return spring | spring |
rocker arm shaft | shaft |
push rod left | lever |
valve cover | cover |
timing gear cover | cover |
timing gear 36t | gear | teeth=36
cam gear | gear |
oil pump drive gear | gear |
starter dog | pawl |
starter spring | spring |
recoil rope | other |
kick lever | lever |
chain guard | cover |
chain tensioner spring | spring |
rear sprocket 38 teeth | sprocket | teeth=38
front sprocket nut | nut |
motor sprocket | sprocket |
belt cover | cover |
toothed belt 150 teeth 6 wide | belt | teeth=150, width=6
tension pulley bearing | bearing |
jockey pulley | pulley |
gearbox output shaft seal | seal |
gearbox mounting bolts 4 | screw | count=4
diff carrier bearings 2 | bearing | count=2
diff ring gear bolts 8 | screw | count=8
side gears 2 | gear | count=2
spider shaft | shaft |
pinion bearing preload spacer | spacer |
crush sleeve | bush |
axle shaft left | shaft |
wheel bearing circlip | circlip |
brake drum | hub |
brake lever spring | spring |
hand brake cable | connector |
speedometer worm | worm |
speedo drive pinion 12t nylon | gear | teeth=12, material=nylon
odometer wheel | gear |
tenths wheel | gear |
dial plate | cover |
needle stop pin | pin |
pointer shaft jewel bearing | bearing |
minute wheel 36t | gear | teeth=36
cannon pinion | gear |
barrel arbor | shaft |
barrel cover | cover |
click screw | screw |
balance spring stud | screw |
regulator lever | lever |
hammer arm | hub |
chime barrel gear | gear |
comb of the music box | other |
governor fan | hub |
governor worm | worm |
music cylinder | other |
turntable platter | hub |
turntable idler wheel rubber | gear | material=rubber
spindle ball | bearing |
tape capstan | hub |
reel table | other |
printer feed gear 24t | gear | teeth=24
paper roller | bearing |
roller gear left | gear |
stepper pinion brass 10t | gear | teeth=10, material=brass
carriage belt | belt |
carriage motor | motor |
head cable | connector |
lens barrel ring | ring |
focus gear | gear |
focus motor screw M1.4x3 | screw | thread=M1.4
zoom ring gear | ring |
aperture lever | lever |
shutter spring | spring |
telescope focuser pinion | gear |
focuser rack | gear |
declination worm | worm |
dec axis bearing 30x42x7 | bearing | size=30x42x7
tripod head screw | screw |
polar scope cover | cover |
drill chuck key | key |
drill gearbox planet stage one | gear |
first stage planets 3 | gear | count=3
hammer drill ratchet disc | pawl |
sds ball 7 mm | bearing | size=7mm
grinder spindle | shaft |
grinder crown wheel | gear |
bevel gears pair | gear | count=2
sander eccentric bearing | bearing |
jigsaw plunger | slider |
router collet nut | nut |
mixer worm gear pair | gear |
mixer beater shaft | shaft |
blender coupling rubber | joint | material=rubber
slicer blade gear 68t | gear | teeth=68
fan oscillation gear | gear |
window crank worm | worm |
curtain motor pulley | pulley |
garage opener sprocket | sprocket |
lock cam | hub |
lock bolt spring | spring |
undo three M2 screws, bottom of the servo | screw | verb=undo, count=3, thread=M2
servo horn screw | screw |
output spline gear, plastic, 25 teeth | gear | material=plastic, teeth=25
feedback pot with three wires | board |
final gear 38/11, metal, long boss up | gear | teeth=38/11
main bearing, upper | bearing |
two 2x5x2.5 bearings, one each side of the output gear | bearing | size=2x5x2.5, count=2
handle knob cap | cover |
crosswind pawl, don't lose it | pawl |
line guide pawl cap with seal | cover |
anti-reverse dog spring | spring |
rotor nut, left hand thread | nut | hand=left
bail spring, under tension | spring |
drag star with click plate | hub |
main shaft, oiled | shaft |
oscillating gear 28T | gear | teeth=28
four handle shims | shim | count=4
eared carbon washer, third from the top | washer | material=carbon
metal washer keyed | washer |
clutch lever spring | spring |
pinion yoke with two springs | lever |
spool bearing 3x10x4 rusty | bearing | size=3x10x4
side plate, three thumb screws | cover |
prop nut and washer | nut |
flex shaft, greased | shaft |
stuffing tube 6 mm brass | hose | size=6mm, material=brass
rudder arm grub screw | setscrew |
motor coupler, M4 grub screws 2 | joint |
worm, two start, brass, right hand | worm | hand=right, material=brass, starts=2
worm wheel 40t | gear | teeth=40
eccentric bush locking screw | screw |
altitude axis worm housing | cover |
dec motor pinion 12T mod 0.5 | gear | module=0.5 module, teeth=12
transfer gear 47t, nylon, chipped | gear | material=nylon, teeth=47
counter drum tens | hub |
pinion shaft of the first wheel | shaft |
carry pawl spring | spring |
glass and bezel | cover |
pointer, pressed on | needle |
dial screws 2 | screw | count=2
sun gear 12t, stage one | gear | teeth=12
planet gears x3, 19t, module 0.4 | gear | module=0.4 module, count=3, teeth=19
ring gear, steel, 50 teeth, lugs in the case | ring | material=steel, teeth=50
planet pins 3 | pin | count=3
output carrier with spline | carrier |
circlip off the output shaft | circlip |
thrust washer 10x18x1 | washer | size=10x18x1
clutch balls 6 | bearing | count=6
clutch springs 6 short | spring | count=6
feeder auger motor | motor |
auger shaft with pin | shaft |
rocker spring | spring |
axle gear 14t on the wheelset | gear | teeth=14
connecting rods both sides | lever | count=2
bogie screws, 2 | screw | count=2
truck tower clips | clip |
worm cover | cover |
flywheel off the worm shaft | hub |
brush holders 2 | cover | count=2
carbon brushes with springs | brush | material=carbon
commutator end cap | cover |
hub motor cover, ten M3 countersunk screws | cover |
three nylon planet gears 36T | gear | material=nylon, count=3, teeth=36
clutch one way bearing | oneway |
axle nut 12 mm | nut | size=12mm
torque arm | hub |
brake disc bolts M5x10 six | screw | count=6, thread=M5
belt 255 long 15 wide | belt | width=15, length=255
motor pulley 16t, two grub screws | pulley | teeth=16
wheel pulley 44t with six M4 bolts | pulley | teeth=44
throttle shaft spring, wound one turn | spring |
butterfly plate screws 2, peened | screw | count=2
actuator gear 68t sector nylon | gear | material=nylon, teeth=68
position sensor | board |
limit stop screw, do not touch | screw |
unscrew the end cap | cover | verb=unscrew
pull the shaft with bearing | shaft | verb=pull
tap out the roll pin | pin | verb=tap out
lift the board out | board | verb=lift out
desolder the motor wires, red and black | connector | verb=desolder, colours=red black
prise the cap off | cover | verb=prise off
bearing stuck in the housing | bearing |
felt washer behind the bearing | seal | material=felt
oil seal 8x14x4, lip in | seal | size=8x14x4
gasket, paper, torn | seal |
nylon bush 4x6x5 | bush | size=4x6x5, material=nylon
copper washer under the plug | washer |
drain plug | screw |
M5 banjo bolt | screw | thread=M5
hose with two clamps | hose |
fuel pump whole | unit |
track tensioner spring | spring |
sprocket 9t drive, steel | sprocket | material=steel, teeth=9
road wheels 6 | hub | count=6
idler arm | hub |
front diff outdrive cups 2 | joint | count=2
cvd pin, worn | pin |
steering bellcrank with two bushes | lever |
lower suspension arm pin 3x45 | pin | size=3x45
bulkhead screws M3x16 x4 | screw | count=4, thread=M3
gearbox top half, 6 self tappers | cover |
input shaft with pinion 13t and two bearings | shaft |
layshaft cluster 24/18/12 | gear | teeth=24/18/12
reverse idler shaft | shaft |
selector fork, spring and ball | lever |
gear lever knob | hub |
clutch hub nut M12 | nut | thread=M12
crankcase bolts M6x40 eight | screw | count=8, thread=M6
stator with three wires | motor |
hall sensor board, five wires | board |
planet carrier with three planets 17t | carrier |
freewheel pawls 3 with springs | pawl | count=3
axle spacer 10 mm wide | spacer | width=10mm
torque washer, tab up | washer |
tilt worm, 2-start, 1 module | worm | module=1 module, starts=2
azimuth wheel 180 teeth, 0.8M, brass | gear | module=0.8 module, material=brass, teeth=180
backlash spring | spring |
eyepiece drive belt | belt |
polar axis nut, 36 mm | nut | size=36mm
minute hand pinion 10t | gear | teeth=10
hairspring stud | screw |
balance cock screw | screw |
mainspring barrel | hub |
winding stem | shaft |
odometer wheel units | gear |
tens number wheel with carry pinion | gear |
trip knob | hub |
face glass | cover |
needle, pressed on | needle |
movement whole | unit |
servo gear set | gear |
potentiometer shaft | shaft |
case screws 2x20 four | screw | count=4, thread=ST2
ball race 4x10x4, seized | bearing | size=4x10x4
anti backlash nut | nut |
lead screw 8 mm, 2 start | screw | size=8mm, starts=2
linear bearing lm8 | bearing |
drive screw | screw |
rack 0.5 module 120 mm long | gear | module=0.5 module, length=120mm
pinion 20T 0.5M bore 5 brass | gear | module=0.5 module, bore=5, material=brass, teeth=20
drive wheels with axle gear 14t | gear |
pickup shoe and wire | pad |
feeder hopper lid | cover |
agitator paddle | hub |
gear motor 12 V | motor |
cam follower roller | bearing |
cam gear 48t nylon | gear | material=nylon, teeth=48
micro switch, roller lever | board |
drum bearing, open | bearing |
cable drum and pawl | hub |
brake band | pad |
winch fairlead, four bolts | hub |
shear pin in the prop hub | pin |
lower unit oil plug | screw |
water pump impeller, blades set left | hub |
driveshaft o-ring | oring |
bevel pinion shim 0.15 | shim | size=0.15
prop shaft seals two back to back | seal | count=2
thrust bearing, plate towards the gear | bearing |
swashplate ball link | joint |
tail rotor gear 22t acetal | gear | material=acetal, teeth=22
main gear with autorotation hub | gear |
one-way bearing sleeve | bush |
tail boom clamp screws | screw |
"""

FIELDS = ("size", "module", "bore", "width", "length", "hand", "verb", "material", "colours", "runs")
SAID = [[part.strip() for part in row.split("|")] for row in LINES.strip().splitlines()]


def understood(line: str) -> tuple[str, dict[str, str]]:
    """The kind and every field of what a line says first, as the corpus writes them."""
    entry = read_line(line)[0]
    made = {field: getattr(entry, field).replace(",", "") for field in FIELDS if getattr(entry, field)}
    if entry.count != 1:
        made["count"] = str(entry.count)
    if entry.teeth:
        made["teeth"] = "/".join(map(str, entry.teeth))
    if entry.fastener and entry.fastener.thread:
        made["thread"] = entry.fastener.thread
    if entry.starts:
        made["starts"] = str(entry.starts)
    return entry.kind, made


def wanted(fields: str) -> dict[str, str]:
    return dict(part.strip().split("=") for part in fields.split(",") if part.strip())


def shares() -> tuple[float, float]:
    """How many of the kinds and of the whole lines are understood as they must be."""
    made = [(understood(line), (kind, wanted(fields))) for line, kind, fields in SAID]
    kinds_right = sum(got[0] == want[0] for got, want in made)
    return kinds_right / len(made), sum(got == want for got, want in made) / len(made)
