/** Pairs put together by hand: words of one meaning that somebody wrote in two ways. */
export const oneTerm = `
boat/boats; Boat/boat; sailing ship/sailing-ship; café/cafe; boatyard/boat yard; shipwright/shipwrights; woman/women; child/children
fisherman/fishermen; city/cities; ferry/ferries; box/boxes; church/churches; dish/dishes; glass/glasses; leaf/leaves; knife/knives
shelf/shelves; wolf/wolves; loaf/loaves; calf/calves; half/halves; foot/feet; tooth/teeth; goose/geese; mouse/mice; man/men
potato/potatoes; tomato/tomatoes; hero/heroes; wooden boat/wooden boats; old town/Old Town; night-time/night time; sea gull/seagull
harbor/harbour; colour/color; grey sky/gray sky; theatre/theater; jewellery/jewelry; aluminium/aluminum; catalogue/catalog
restoration/restauration; architecture/architecure; photographer/photograper; landscape/lanscape; portrait/portriat; harbour/habrour
carpenter/carpentar; restaurant/restaurent; February/Febuary; lighthouse/ligthhouse; reflection/reflecton; silhouette/silouette
caulking/calking; mountain/moutain; mountains/moutains; umbrella/umbrela; accommodation/accomodation; committee/commitee
embroidery/embroidary; beginning/begining; millennium/millenium; occurrence/occurence; parallel/paralel; rehearsal/rehersal
Zürich/Zurich; façade/facade; naïve/naive; crème/creme; Tromsø/Tromso; smørbrød/smorbrod; piñata/pinata; jalapeño/jalapeno
self-portrait/self portrait; hand-made/handmade; close-up/close up; black-and-white/black and white; e-mail/email; sunset/sun set
weekend/week-end; workshop/work shop; bow sprit/bowsprit; rope maker/ropemaker; sail loft/sailloft; main mast/mainmast
festival/festivals; audience/audiences; orchestra/orchestras; violin/violins; musician/musicians; dancer/dancers; bride/brides
flower girl/flower girls; wedding ring/wedding rings; bicycle/bicycles; window/windows; bridge/bridges; street/streets; tree/trees
`;

/** Words that look alike and are two: other things, other kinds, other numbers. */
export const twoTerms = `
boat/coat; sail/tail; mast/mask; hull/hall; plank/blank; rope/robe; bow/row; keel/heel; deck/desk; ship/shop; sailing/sail
painting/paint; building/build; dance/dancer; music/musician; fish/fishing; bride/bridge; horse/house; mouse/house; cat/car
dog/fog; rain/train; snow/show; sun/son; star/stars and stripes; sea/seat; port/sport; market/marker; garden/warden; winter/winner
1910/1911; 2025/2026; gate 1/gate 2; day 1/day 2; route 66/route 67; hall 3/hall 4; red/bed; blue/glue; green/greed; white/write
black/block; brown/crown; pink/sink; yellow/fellow; orange/range; purple/people; ketch/sketch; sketch/stretch; yawl/yard
cutter/butter; schooner/scooter; dinghy/dingy; anchor/author; rudder/ladder; tiller/miller; cabin/cabins and huts; galley/gallery
gallery/valley; summer/hummer; autumn/August; April/apple; June/July; morning/mourning; evening/opening; noon/moon; night/light
day/bay; dawn/down; dusk/dust; stone/store; brick/trick; wood/wool; wooden/woollen; metal/medal; iron/icon; steel/steep; glass/grass
crowd/crown; speech/peach; actor/factor; singer/finger; ringer/winger; writer/waiter; reader/leader; leader/ladder; baker/maker
butcher/hunter; farmer/former; miner/minor; lawyer/layer; doctor/factor; nurse/purse; pilot/pivot; soldier/shoulder; police/policy
strike/stripe; flag/flat; vote/note; party/parts; sport/spot; match/march; goal/coal; race/rice; runner/gunner; swimmer/skimmer
`;
