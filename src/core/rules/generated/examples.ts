// Made by tools/generate.ts from the rules and their cases. Do not edit.
export const EXAMPLES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  "adapter-construction": {
    "moulded": "X1 is a moulded adapter from the peripheral plug to SATA power: these have a bad name for burning. Prefer a crimped one, or a lead of the supply itself.",
    "unknown": "Nobody has said whether X1, from the peripheral plug to SATA power, is moulded or crimped: the moulded ones have a bad name for burning. Look at its end.",
  },
  "air-balance": {
    "over": "By rated flow 120 m³/h come in and 80 m³/h go out: the case runs over pressure, which keeps dust out. An indication only.",
    "under": "By rated flow 0 m³/h come in and 80 m³/h go out: the case runs under pressure and draws air and dust through its gaps. An indication only.",
    "unknown": "Whether as much air comes in as goes out is open: of F1 the flow or the direction is not known.",
  },
  "air-direction": {
    "against": "F1 blows out, since its open side looks inside, but air is to go in there. Turn it round, or take a fan of the other blades.",
    "wouldHold": "F1 would blow in, as wanted, if its blades are standard ones. Look at them, or for an arrow on the frame.",
    "unknown": "Which way F1 blows is open: nobody has said which face looks inside. Look for the struts, or for an arrow on the frame.",
  },
  "bare-contacts": {
    "bare": "F1 clip is free and live: bare contacts. Keep the cover on them.",
  },
  "box-waits-for-tach": {
    "silent": "B1 drives nothing until it sees a tach, and F1 there gives none: that fan stands still. Lead the command out of a splitter whose tach leg holds a real fan.",
  },
  "cascade-addresses": {
    "sameAddress": "B1 and B2 all have the number 1: the program sees one box. Set their switches to different numbers.",
    "notBridged": "B1 and B2 need a bridge cable from one to the next: without it only one of them is seen.",
    "tooMany": "B1, B2 and B3 are 3 boxes of one family; it takes 2 at most. Leave one out, or use a larger box.",
    "addressUnknown": "Nobody has said how the switches of B1 and B2 are set; each box needs a number of its own.",
  },
  "chain-variants": {
    "mixed": "B1 link outlet 1 has the variants plain and screen in one chain (F1 link lead and F2 link lead): they must not be joined, though their leads look alike. Give each variant an outlet of its own.",
    "unknown": "Nobody has said which variant F1 link lead and F2 link lead on B1 link outlet 1 are; variants must not be joined. Read the print on the leads.",
  },
  "connector-mates": {
    "family": "F1 and LED12V do not mate: 4-pin fan plug against 12 V light plug. Choose a port of its own kind, or the adapter for it.",
    "maker": "A1 is a link of Alder, B1 of Birch: links of different makers do not mate. Use a box of its own maker.",
    "generation": "A1 is of generation 1, B1 of 2: they look alike but do not mate. Use a box of its own generation.",
    "variant": "A1 is the variant plain, B1 the variant screen: these must not be joined. Use a port of its own variant.",
    "label": "Nobody has said what plug A1 or B1 is: do not plug it. Find out first, then name both.",
  },
  "cpu-header-tach": {
    "blind": "Nothing reports its speed on CPU: the board refuses to start, or complains. Plug the pump, its tach lead or a radiator fan in there.",
    "blindByChoice": "Nothing reports its speed on CPU, by your choice: only a test bench. The firmware must be told to ignore that header.",
    "headerUnknown": "Nobody has said which header of M1 is its CPU header; something must report its speed there. Look it up in the manual.",
  },
  "current-budget": {
    "over": "SYS1 would carry 1.20 A; its limit is 1.00 A. Move a load to another port, or to a hub with a supply of its own.",
    "tight": "SYS1 would carry 0.30 A: within its limit of 0.30 A, but over the 0.24 A that 20 % headroom leaves. Move a load, or accept less headroom.",
    "drawUnknown": "SYS1 would carry at least 0.00 A of 1.00 A: 1 of its loads has no known draw. Read its label.",
    "shareUnknown": "A plug 1 at 12 V would carry anything from 0.00 A to 4.00 A of 4.50 A: the supply leads of one box share its load, nobody knows how. Put them on cables that hold it all.",
    "limitUnknown": "SYS1 has no stated limit; it would carry at least 0.30 A. Look the limit up in the manual.",
    "wouldHold": "SYS1 would hold if the figures are right: 0.30 A of 1.00 A, but one of them is only assumed. Check it against the manual or the label.",
  },
  "curve-falls": {
    "falls": "The curve of CPU falls from 50 % at 30 °C to 40 % at 70 °C: the hotter, the slower. Raise the later point.",
  },
  "curve-full-speed": {
    "never": "The curve of CPU never goes past 80 %: full speed is not reached however hot it gets. Let its last point ask for 100 %.",
  },
  "curve-hunts": {
    "hunts": "When the heat of the processor goes up and down by 5 °C within a minute, from 50 °C, the curve of CPU goes up and down by 18 %: it is heard. Give it more hysteresis, longer steps or a flatter line.",
  },
  "curve-never-starts": {
    "never": "F1 starts at 25 %, and the curve of CPU never goes past 24 %: once it stands it never turns again. Raise the last point.",
  },
  "curve-start-duty": {
    "belowStart": "The curve of CPU asks for 10 %; F1 only starts at 25 % and may stand still. Raise the lowest point.",
    "cannotStop": "The curve of CPU goes to 0 %, but F1 does not stop at that: it keeps turning at its least speed. Raise the lowest point, or accept it.",
    "unknown": "The curve of CPU goes down to 30 %; nobody has said at which duty F1 starts. Look it up, or try it on the bench.",
    "stopUnknown": "The curve of CPU goes to 0 %; nobody has said whether F1 stops at that. Look it up, or try it on the bench.",
  },
  "curves-throb": {
    "throbs": "F1 and F2 turn at nearly one speed from 20 °C to 100 °C, at its end 2000 rpm and 2040 rpm: the two sounds throb. Ask for 5 % more of one of them there.",
  },
  "device-count": {
    "over": "B1 link outlet 1 would have 4 devices (F1, F2, F3 and F4); it takes 3. Move one to another outlet or box.",
    "overOfKind": "B1 outlets together would have 2 devices of the kind screen (F1 and F2); it takes 1 of them. Move one to another outlet or box.",
  },
  "device-voltage": {
    "tooHigh": "D1 takes 5 V, but SYS1 would put 12 V on it: that destroys the device. Unplug it.",
    "tooLow": "F1 takes 12 V, but LED5V only gives 5 V: it does not work. Choose a 12 V source.",
  },
  "edition-lacks": {
    "nothingTakesIt": "Nothing on the bench takes F1 link lead: Single does not hold the piece for it. Buy that piece, or the edition that holds it.",
  },
  "ends-mate": {
    "sameEnds": "F1 and SYS1 both have pins: they cannot be pushed together. Choose a port with the other end.",
    "bothGive": "M1 LED5V and M2 LED5V both give: nothing there takes supply or commands. Plug a device into each of them instead.",
    "bothTake": "F1 and F2 both take: neither would be fed. Plug each into a port that gives.",
  },
  "extra-feed": {
    "missing": "B1 link outlet 1 has 3 devices in a row; above 2 the row wants an extra supply lead at its far end. Plug one in, or shorten the row.",
  },
  "fan-fits": {
    "wrongSize": "F1 is for 140 mm, but Front takes 120 mm there. Use another one, or another layout of that panel.",
    "noRadiator": "F1 is a radiator, but Front holds fans alone in this layout. Use its layout for a radiator, or another panel.",
    "tooLong": "F1 is 3 fans long, but Front has room for 2 from there on. Begin further along, or use another panel.",
    "tooThick": "F1 and F2 are 65 mm thick together, but Front has 60 mm free. Use thinner ones, or another panel.",
    "taken": "F1 and F2 sit in one place of Front. Give each a place of its own.",
    "twoLayouts": "Front would hold two layouts at once (F1 and F2); its rails take one at a time. Choose one of them.",
    "unknown": "Whether F1 fits Front is open: its size, a thickness or the depth free there is not known. Measure it.",
  },
  "feed-missing": {
    "nothingArrives": "B1 supply lead brings no supply to B1: what hangs there is dead. Follow it back, and plug its other end in.",
    "parked": "B1 supply lead is left loose on purpose, but F1 link lead hangs on B1, which has no supply then: it is dead. Plug it into the supply, or take it out.",
    "oneOfTwo": "B1 wants all of its supply leads, and B1 supply lead 2 brings nothing. Plug it into the supply.",
  },
  "hand-reach": {
    "outOfReach": "B1 is worked by its own buttons, but Shelf behind the tray is out of reach once the case is closed. Fix it where a hand gets to it.",
    "unknown": "Whether a hand reaches B1 at Ledge with the case closed is not known. Look, and say it in the case.",
  },
  "header-mode": {
    "pwmForThree": "SYS1 is in PWM mode, but F1 has no PWM wire: full speed. Set it to DC where it can, or move it.",
    "dcForFour": "SYS1 is in DC mode: F1 follows its voltage only roughly and may stall low. Set it to PWM where it can.",
    "dcForHub": "SYS1 is in DC mode, but F1 and F2 behind a box hear only PWM: full speed. Set it to PWM.",
    "modesUnknown": "Nobody has said which modes SYS1 knows, so whether it can slow F1 down is open. Look it up in the manual.",
  },
  "heat-source": {
    "unlikely": "The curve of CPU listens to the heat of the graphics, though it cools the processor. Choose the processor or the coolant, or keep it if you know why.",
    "unknown": "Nobody has said whose heat the curve of CPU listens to. Choose its source.",
  },
  "hose-reaches": {
    "tooShort": "The hoses of F1 are 250 mm long, but from Roof to the processor it is 278 mm straight. Let them leave by the other end, or put the radiator nearer.",
    "tight": "The hoses of F1 are 300 mm long and the processor is 278 mm away: with 60 mm for their bends they are strained. Let them leave by the other end, or put the radiator nearer.",
    "wouldHold": "By what is assumed of the case and the board, the hoses of F1 reach the processor. Measure before you rely on it.",
    "unknown": "Whether the hoses of F1 reach is open: their length, the end they leave by, or the place of the processor is not known.",
  },
  "lead-loose": {
    "needed": "Still loose, and needed (2): F1 and F2. Plug each into a port.",
    "comfort": "Still loose, though not needed to run (1): F1 light lead. Plug it into a port, or leave it loose on purpose.",
    "parked": "F1 light lead is left loose on purpose: kept for later.",
  },
  "lead-reaches": {
    "tooShort": "F1 is 750 mm long, but its way to FAR takes 780 mm. Use a nearer header, turn the corner it leaves by, or add an extension.",
    "noWay": "F1 has no way to H1 outlet 1: the tray is between them, and no hole leads through. Use another spot, or another header.",
    "inSight": "F1 is 770 mm long: it reaches FAR straight across the board, in sight, but not behind the tray. Use a nearer header or an extension to hide it.",
    "tight": "F1 reaches FAR with 0 mm to spare; 30 mm should be left to plug it. Plug it before the fan is screwed down, with two screws first.",
    "wouldHold": "By what is assumed of the case and the board, this lead reaches: F1. Measure its way before you rely on it.",
    "unknown": "Whether this lead reaches is open: F1. A length, the corner it leaves by, or the place of a header or box is not known.",
  },
  "lead-ring": {
    "ring": "Y1 board lead and Y2 board lead lead back to each other: nothing feeds what hangs there. Unplug one and plug it into a source.",
  },
  "led-count": {
    "over": "B1 light outlet 1 would address 60 LEDs; its limit is 40. What lies past that stays dark: move lights to another output.",
    "unknown": "B1 light outlet 1 would address at least 0 of 40 LEDs: 1 of its lights has no known count. Count its LEDs.",
  },
  "light-order": {
    "differs": "LED5V runs L1 and L2, but in the case they stand as L2 and L1: effects jump. Plug them in the order of the case, or re-sort in the program.",
  },
  "light-owner": {
    "otherOwner": "L1 light lead is ruled by the maker's own program, but the choice for Front is the board. Move its lead, or change the choice.",
    "ownerUnknown": "Nobody has said whether B1 light outlet 1, which rules L1 light lead, needs a program; the choice for this build is the maker's own program. Look it up in the manual of the box.",
  },
  "light-source": {
    "none": "Nothing drives L2 light lead: no light source at the start of that chain. Plug its first lead into a light header or a light box.",
    "several": "LED5V A and LED5V B drive L1 light lead at once: several signals on one wire. Leave one of them and unplug the rest.",
    "tailsTied": "L1 light tail and LED5V B are tied together: several signals on one wire. Unplug one end.",
  },
  "light-voltage": {
    "tooHigh": "L1 light lead takes 5 V, but LED12V would put 12 V on it: that destroys the lights. Unplug it and choose a 5 V source.",
    "tooLow": "L1 light lead takes 12 V, but LED5V only gives 5 V: it stays dark. Choose a 12 V source.",
  },
  "light-volts": {
    "low": "L1 light lead gets 0.00 V at its far end, less than its 4.50 V; 0.00 V when the supply stands 5 % low. Feed it from nearer, with thicker wire, or from both ends.",
    "weak": "L1 light lead gets 4.97 V at its far end, and 4.72 V when the supply stands 5 % low: less than its 4.75 V. White may turn yellow there then. Feed it from nearer, or with thicker wire.",
    "wouldHold": "The volts at the far end would hold if contacts have 20 mΩ and what the light leaves unsaid (least volts, track) is as usual: L1 light lead. The lowest is 4.97 V at L1 light lead, 4.72 V when the supply stands 5 % low.",
    "open": "The volts at the far end are open for L1 light lead: a length, a gauge or a draw on the way is missing. Measure the lead, read the label.",
  },
  "mirrored-legs": {
    "copies": "L1 light lead and L2 light lead show what every outlet of B1 shows, since it sends one signal to all of them; you want them apart. Use a box that drives each outlet by itself, or chain them on one.",
    "mirrors": "L1 light lead and L2 light lead show what another leg shows, since a splitter repeats what LED5V sends; you want them apart. Chain them, or use another output.",
  },
  "mixed-signal": {
    "mixed": "SYS1 rules F2 without and F1 with a PWM wire by one signal: they do not follow it alike. Keep one kind to one signal.",
    "mixedOnPwm": "SYS1 is in PWM mode: F1 follows its PWM wire, while F2 without one runs at full speed. Keep one kind to one signal.",
    "mixedOnDc": "SYS1 is in DC mode: F2 follows its voltage, while F1 with a PWM wire follows it only roughly and may stall low. Keep one kind to one signal.",
  },
  "modular-cable": {
    "otherSupply": "X1 is a cable of Alder one, S1 is of Birch one: the plugs look alike and are wired differently, which destroys devices. Use only the cables that came with this supply.",
    "originUnknown": "Nobody has said which supply X1 came with, or which set S1 takes: do not plug it before you know.",
  },
  "no-command": {
    "straight": "F1 is fed at H1 outlet 1, which gives no command: it runs at full speed. Move it to a header, or let it run so on purpose.",
    "legWithoutPwm": "F2 gets no PWM at Y1 outlet 2: it runs at full speed while the others follow. Use a leg with all wires, or let it run so on purpose.",
    "pwmOnlyHub": "F1 has no PWM wire, and H1 outlet 1 passes nothing else: it runs at full speed. Move it to a header in DC mode, or let it run so on purpose.",
    "hubWithoutSignal": "H1 board lead is loose, so no command reaches F1: full speed. Plug it into a header, or leave it loose on purpose.",
    "boxUnknown": "Whether H1 outlet 1 can slow F1 down is not known: a risk of full speed. Look it up in the manual of the box.",
    "byChoice": "F1 runs at full speed on purpose: always at full speed.",
  },
  "one-reports": {
    "oneOfMany": "CPU shows the speed of F1 alone; nothing is shown of F2, by design.",
    "noneOfMany": "CPU will read 0 rpm: nothing is shown of F1, by design.",
  },
  "optional-header": {
    "noReason": "F1 on CPU OPT follows the heat of the processor, on many boards with the command of the CPU header: good for a fan that cools the power stages. Write the reason beside the connection, or move it.",
  },
  "outlet-order": {
    "differs": "B1 has L1, L2 and L3 on its outlets in this order, but in the case they stand as L2, L3 and L1. Plug them in the order of the case, or re-sort in the program.",
  },
  "pack-contents": {
    "notInPack": "F2: Quillet Drift 140 is said to come with Twin pack, which holds 1 of it. Another edition may hold it; else put it on the shopping list.",
  },
  "port-taken": {
    "taken": "SYS1 has 1 place, but F1 and F2 there want 2. Move one of them to a free port.",
    "twoPlaces": "F1 is planned in 2 ports at once: SYS1 and SYS2. A lead has one plug; unplug it from the others.",
  },
  "ports-run-out": {
    "short": "Leads that still want a place of their kind: 3 (F1, F2 and F3). Such places left: 2. A splitter, a hub or another cable makes more.",
  },
  "power-budget": {
    "over": "S1 whole supply in all would give 50 W; its limit is 40 W. Move a load to another port or supply.",
    "tight": "S1 whole supply in all would give 50 W: within its limit of 60 W, but over the 48 W that 20 % headroom leaves. Move a load, or accept less headroom.",
    "drawUnknown": "S1 whole supply in all would give at least 20 W of 100 W: 1 of its loads has no known draw. Read its label.",
    "shareUnknown": "S1 whole supply in all would give anything from 0 W to 60 W of 40 W: the supply leads of one box share its load, nobody knows how. Put them on cables that hold it all.",
    "wouldHold": "S1 whole supply in all would hold if the figures are right: 50 W of 100 W, but one of them is only assumed. Check it against the manual or the label.",
  },
  "preset-cap": {
    "heldBack": "By its preset B1 fan outlet 1 lets F1 have 1200 rpm at most, of the 2000 rpm that it is rated for: the preset goes by F1 and its 1200 rpm. Give B1 fan outlet 1 a curve of its own to have all of it.",
  },
  "pump-speed": {
    "belowFull": "P1 follows the curve of CPU, which goes down to 30 %: a pump wants full speed. Set that header to 100 % throughout.",
    "curveUnknown": "P1 is ruled by SYS1, a header for fans, and no curve is written down for it: a pump wants full speed. Use the pump header, or write down 100 %.",
  },
  "pwm-drive": {
    "weak": "SYS1 may have to drive 10 mA on its PWM wire (2 × 5 mA); it states 8 mA. A powered hub repeats the command for all of them.",
  },
  "refresh-rate": {
    "slow": "LED5V can show 16.59 frames a second with its 2000 LEDs; you want 30.00 frames a second. Spread the lights over more outputs.",
    "unknown": "How often LED5V can show a new picture is open: 1 of its lights has no known LED count. Count its LEDs.",
  },
  "reporter-slowest": {
    "faster": "B1 fan outlet 1 reads F1, rated for 2000 rpm, while F2 there is rated for 1000 rpm: a warning of low speed is set by the faster one and comes too late for the slower, and a preset that goes by the speed it reads holds the slower back. Let F2 report.",
  },
  "reporting-outlet": {
    "empty": "Y1 outlet 1 is the one that reports speed, and it is empty while others are used: the board reads nothing. Put a fan there.",
    "silent": "Y1 outlet 1 is the one that reports speed, and F1 there gives no tach: the board reads nothing. Put a fan with a tach wire there.",
  },
  "screen-upright": {
    "unset": "As P1 sits, its screen shows the picture turned. Set 270° in its program.",
    "turned": "P1 has its screen set to 90°, but as it sits the picture is upright at 270°. Set that in its program.",
  },
  "speed-owner": {
    "otherOwner": "F1 is ruled by a box with its own program, but the choice for this build is the board. Move its lead, or change the choice.",
    "neededThere": "F1 stays on CPU, though the choice for this build is a box with its own program: that header has to hear a fan, and nothing else reports there. Let another lead report there, such as that of the pump, before you move it.",
  },
  "stand-in-model": {
    "short": "B1 light outlet 1 is told 3 × 8 = 24 LEDs (ring), but 30 hang there: 6 stay dark. Declare more units, or a longer model.",
    "tooMany": "B1 light outlet 1 is told 6 units of ring, but its program lets one declare 4 at most. Choose a longer model, or another outlet.",
    "long": "B1 light outlet 1 is told 2 × 16 = 32 LEDs (ring), 2 more than hang there: effects spill past the end.",
    "mixed": "B1 light outlet 1 is told 5 × ring of 8 LEDs, but L2 light lead begins in the middle of a unit: effects that go from one device to the next break there. Declare a model of their count, or chain lights that have it.",
    "unknown": "B1 light outlet 1 is told 10 LEDs (ring), but at least one of its lights has no known count (0 are known). Count their LEDs.",
  },
  "start-surge": {
    "over": "SYS1 would see a start-up peak of 1.60 A, over its 1.00 A. Stagger the start, or move a fan.",
    "overByEstimate": "By an estimate of twice the rated current, the start-up peak goes over the limit at SYS1; the highest is 1.20 A of 1.00 A at SYS1. A known start current settles it.",
    "wouldHold": "The start-up peak would hold if motors that state no start current take twice their rated one, at SYS1. Look it up where it matters.",
    "unknown": "The start-up peak is open at SYS1: a draw or a limit is missing. Read the labels and the manual.",
  },
  "stock-curve": {
    "differs": "M1 comes with other curves for CPU than are planned. Set them when the machine runs, and look again after an update of its firmware or an empty battery, which bring the old ones back.",
  },
  "supplies-tied": {
    "tied": "S1 A plug 1 and S2 A plug 1 are tied together at 12 V and 5 V: several supplies push against each other. Leave one of them and unplug the rest.",
  },
  "sync-setting": {
    "leadWithoutSetting": "B1 light sync lead is plugged in, but the setting “follow the board” is off: B1 keeps to its own program. Switch it on, or unplug the lead.",
    "settingWithoutLead": "“follow the board” is on, but B1 light sync lead is loose: B1 follows nothing. Plug the lead in, or switch the setting off.",
    "settingUnknown": "B1 light sync lead is plugged in; nobody has said whether “follow the board” is on in the program of B1. Without it the box keeps to its own program.",
  },
  "tach-lead-place": {
    "elsewhere": "P1 tach lead gives its heartbeat to PUMP, while CPU reads nothing. Plug it into CPU.",
  },
  "tachs-tied": {
    "tied": "F1 and F2 give tach on one wire to CPU: what it reads is nonsense. Let only one of them report.",
  },
  "three-fan-rule": {
    "moreThanThree": "SYS1 feeds 4 fans; your choice is three at most on one header. Move one, or let the sum decide.",
    "sumHolds": "SYS1 feeds 4 fans, more than the three of the rule of thumb; the sum says it holds, and the sum decides.",
    "sumOver": "SYS1 feeds 2 fans, which the rule of thumb (three) allows; the sum says it is too much, and the sum decides.",
  },
  "two-feeds-one-cable": {
    "together": "B1 supply lead 1 and B1 supply lead 2 hang on one cable of the supply, which then carries it all. Use two cables where you can.",
  },
  "unlike-fans": {
    "unlike": "SYS1 rules unlike fans by one signal: Four and other-four. Flow and noise differ at the same command; nothing is wrong with that if you know it.",
    "unlikeAgainstChoice": "SYS1 rules unlike fans by one signal: Four and other-four. Your choice is to match all fans. Move one kind to another signal, or choose to mix.",
  },
  "unusual-air": {
    "other": "At the front air usually goes in; here it goes out through F2. That may be meant: it is noted, not forbidden.",
  },
  "usb-load": {
    "over": "U1 header 1 would have to give 400 mA to B1 USB lead; it may give 200 mA. Use a USB hub with a supply of its own, or another header.",
    "overLane": "B1 USB lead draws 700 mA by 1 port of USB1, which may give 500 mA. Use a lead with two ports, or a USB hub with a supply of its own.",
    "unknown": "USB1 would give at least 0 mA of 1000 mA: 1 of its devices (B1 USB lead) states no USB draw. Look it up in the manual.",
  },
  "usb-reaches": {
    "deadEnd": "B1 USB lead is plugged in, but its way ends before any USB source: B1 is not seen. Plug the hub on the way in.",
    "needed": "B1 needs its program at least once, and B1 USB lead is loose. Plug it into a USB header.",
  },
}
