/**
 * What coaches say for a page when they do not use its name, by `kind:id`; phrases by commas. Common
 * practice, no source.
 */
export const WORDS: Readonly<Record<string, string>> = {
  'quality:hang':
    'dead hang, hanging, support grip, pull-up bar, chin-up bar, hang longer, hang time, monkey bars, grip gives out on pull ups, forearm pump',
  'quality:carry':
    'support grip, farmer, farmers walk, deadlift grip, dropping the deadlift, bar slips at lockout, suitcase, holding bags, loaded carry',
  'quality:thick':
    'fat bar, fat grip, axle, thick bar, thick handle, wide handle, open hand, sloper, cannot close my hand, big handle',
  'quality:crush':
    'crush, crushing, gripper, squeeze, squeezing, grip strength, handshake, close the hand, hand strength, closing',
  'quality:closed':
    'crush, fist, clenched, clench, making a fist, holding cloth shut, jacket grip, gi grip, collar grip, lapel, hold on to the sleeve, fist at impact',
  'quality:pinch_wide': 'pinch, pinching, block pinch, wide pinch, thumb strength, thumb weak',
  'quality:pinch_narrow': 'pinch, pinching, two plates, thin pinch, plate pinch, thumb strength',
  'quality:key':
    'pinch, key, lateral pinch, turning a key, side of the index finger, thumb against finger',
  'quality:claw':
    'fingertips, claw, hub, ball grip, grip a ball, basketball, spider hand, fingertip strength',
  'quality:edge':
    'crimp, crimping, half crimp, small holds, fingers, finger strength, hangboard, fingerboard, edges, climbing holds, pockets, open hand, ledge',
  'quality:cloth':
    'crush, towel, rope, gi, jacket, sleeve, lapel, wet rope, mud, slippery rope, cloth, fabric, rope climbing',
  'quality:catch':
    'fast hands, quick grip, grab, grabbing, snatch, reaction, catch, dyno moves, explosive grip, shut fast, re-grip, regrip',
  'quality:wrist_flex':
    'wrist curl, forearm, palm side, inner forearm, cupping, wrist strength, hooking the wrist, goosenecking',
  'quality:wrist_ext':
    'forearm, back of the forearm, top of the forearm, knuckles up, wrist bent back, weak wrist, wrist gives way, wrist collapses, punch wrist, extensors',
  'quality:wrist_dev':
    'forearm, hammer, thumb side, little finger side, sideways wrist, tilting, ulnar, radial, casting, leverage',
  'quality:rotation':
    'forearm, twisting, turning, screwdriver, pronation, supination, palm up, palm down, rotate, forearm turning, doorknob',
  'quality:finger_ext':
    'open the hand, opening, rubber band, finger opening, extensors, antagonist, spread the fingers, balance for gripping',

  'implement:bar': 'pull-up bar, chin-up bar, chinning bar',
  'implement:sleeve':
    'fat grips, thick grips, thick grip sleeves, rubber sleeve, clip-on, wrap the bar, axle, fat bar, thick bar',
  'implement:rolling': 'rotating handle, spinning handle, thick rolling handle, revolving',
  'implement:farm': 'farmers handles, farmer walk handles, trap bar, hex bar, frame',
  'implement:kettlebell': 'bell, kettle bell, girya',
  'implement:dumbbell': 'hand weight, db',
  'implement:roller': 'wrist roller, rope and weight on a stick',
  'implement:spring': 'gripper, hand gripper, squeezer, torsion, coil',
  'implement:spring_stop': 'insert, clamp, choker, screw, hose clamp, set block',
  'implement:machine': 'grip machine, plate loaded gripper, two handle',
  'implement:band_finger': 'rubber bands, elastic, finger band, opener',
  'implement:band': 'elastic, rubber band, tube, resistance tube',
  'implement:block': 'pinch block, pinch grip block, wood block, wooden block, two by four',
  'implement:taper_block': 'tapered, wedge',
  'implement:edge':
    'hangboard, fingerboard, campus rung, crimp block, lifting edge, edge block, portable edge, no hang',
  'implement:plate': 'weight plates, discs, bumper, smooth plates, two tens',
  'implement:hub': 'plate hub, hub lift, knob',
  'implement:ball': 'grip balls, cannonball, sphere, globe, cone',
  'implement:towel': 'gym towel, cloth',
  'implement:jacket': 'gi, kimono, judo jacket, uniform, lapel, sleeve, collar',
  'implement:rope': 'climbing rope, thick rope, battle rope, ropes',
  'implement:rope_attach': 'triceps rope, cable rope',
  'implement:lever':
    'club, mace, indian club, sledgehammer, sledge, leverage bar, macebell, stick, long hammer',
  'implement:ball_band': 'ball on elastic, throwing ball, baseball band, tethered ball',
  'implement:sand': 'rice bucket, sand bucket, bucket of rice, digging',
  'implement:wet_cloth': 'wringing, wet towel, cloth in a bucket, dish cloth',
  'implement:bag': 'suitcase, shopping bag, backpack, rucksack, travel, water bag',
  'implement:books': 'book, boards, planks, home pinch, no equipment pinch',
  'implement:jar': 'jars, bottle, lid, pickle jar, home claw',
  'implement:broom': 'broomstick, stick and string, home roller, home wrist roller',
  'implement:hammer': 'hammer, home lever, tool',
  'implement:barbell': 'olympic bar, rack, power bar, deadlift bar',
  'implement:cable': 'pulley, cable machine, pulldown machine, stack',
  'implement:none': 'no equipment, bodyweight, empty hand, nothing to train with',
  'implement:dyno':
    'hand dynamometer, grip meter, grip tester, strength meter, squeeze meter, handgrip device',
  'implement:pinch_gauge': 'pinch meter, pinch tester',
  'implement:strap': 'luggage scale, fixed strap, load cell, force gauge, crane scale',
  'implement:goniometer': 'angle, angle measure, protractor, range of motion tool',
  'implement:bottle': 'water bottle, travel lever, hotel',
  'implement:pin': 'loading pin, plate pin, weight pin, carabiner and plates',

  'exercise:hang_dead': 'dead hang, passive hang, just hanging',
  'exercise:hang_active': 'active hang, shoulders down, scapula',
  'exercise:hang_load': 'weighted hang, hang with weight, heavy hang',
  'exercise:hang_offset': 'assisted one arm hang, uneven hang',
  'exercise:hang_one': 'one arm hang, single arm hang, one hand hang',
  'exercise:hang_thick': 'thick bar hang, fat bar hang, hang on a fat grip',
  'exercise:monkey': 'monkey bars, rig, brachiate, swinging along bars, ladder hang',
  'exercise:bar_hold': 'static hold, barbell hold, rack hold, double overhand hold',
  'exercise:bar_hold_long': 'timed barbell hold, long barbell hold',
  'exercise:lockout_pause': 'deadlift hold at the top, hold the last rep, lockout hold',
  'exercise:carry_heavy': 'heavy farmers walk, farmer carry heavy, yoke walk grip',
  'exercise:carry_long': 'farmers walk, farmer carry, loaded walk, walk with weights, bucket carry',
  'exercise:carry_one': 'suitcase carry, one arm carry, single arm farmer',
  'exercise:carry_thick': 'fat grip carry, thick farmer walk',
  'exercise:carry_pinch': 'plate pinch walk, pinch carry',
  'exercise:roll_max': 'rolling handle deadlift, one arm thick lift',
  'exercise:row_thick': 'fat grip rows',
  'exercise:axle_lift': 'axle deadlift, fat bar deadlift, thick bar deadlift',
  'exercise:axle_hold': 'axle hold, thick bar hold',
  'exercise:spring_low': 'gripper reps, closing a gripper, heavy gripper, strong gripper',
  'exercise:spring_hold': 'gripper hold, hold a gripper closed, card hold, coin in the gripper',
  'exercise:spring_over':
    'negative gripper, gripper negatives, beyond my gripper, eccentric gripper',
  'exercise:spring_ladder': 'wide set, deep set, card set, credit card close, parallel set',
  'exercise:spring_super': 'gripper between sets, superset gripper',
  'exercise:finger_roll': 'finger curl, fingertip roll, barbell finger rolls',
  'exercise:cloth_crush': 'newspaper crush, crumple, towel squeeze',
  'exercise:squeeze_easy': 'stress ball, soft ball, light squeeze, rubber ball, putty',
  'exercise:pinch_hold': 'plate pinch, pinch hold, timed pinch',
  'exercise:pinch_max': 'heavy pinch, block lift, block pinch lift, max pinch',
  'exercise:narrow_pinch_lift': 'two plates pinched, pinch two tens',
  'exercise:hub_hold': 'hub lift, plate by the hub',
  'exercise:jar_hold': 'jar carry, lift jar by the lid, gripping jars',
  'exercise:ball_hold': 'cannonball hang, ball hang, softball hang',
  'exercise:edge_lift':
    'no hang, pick up edge, block pull, portable board lift, finger lift, edge pick up',
  'exercise:edge_hang': 'hangboard, fingerboard, max hangs, dead hang on an edge, crimp hang',
  'exercise:edge_light': 'easy hangs daily, submax hangs, gentle hangs',
  'exercise:edge_repeat': 'repeaters, 7 3, seven three, power endurance hangs',
  'exercise:edge_one': 'one arm hangboard, one arm edge',
  'exercise:edge_warm': 'hangboard warm up, finger warm up, warm up before climbing',
  'exercise:edge_pull': 'overcoming isometric, pull on a fixed hold',
  'exercise:edge_ladder': 'campus board, campusing, ladders',
  'exercise:slope_hang': 'sloper, sloper hang, rounded hold, dome hold',
  'exercise:block_hang': 'pinch hang, pinch block hang',
  'exercise:towel_hang': 'towel hang, hanging from a towel, gi hang',
  'exercise:towel_pull': 'towel pull up, towel chin up, gi pull up',
  'exercise:jacket_hang': 'gi hang, kimono hang, lapel hang',
  'exercise:jacket_pull': 'gi pull up, kimono pull up, jacket pull up, lapel pull up',
  'exercise:sleeve_pull': 'sleeve grip, gi row, sleeve row, sleeve end',
  'exercise:rope_climb': 'rope climb, climbing a rope, legless rope',
  'exercise:rope_hang': 'rope hang, hold on a rope',
  'exercise:rope_pull': 'rope pull up',
  'exercise:rope_wave': 'battle ropes, rope slams',
  'exercise:wring': 'wringing, wring out, towel twist',
  'exercise:catch_plate': 'plate flip, drop and catch, plate catch',
  'exercise:plate_turn': 'plate flip and catch',
  'exercise:regrip_bar': 'let go and catch the bar, drop catch, clap pull up grip',
  'exercise:sand_work': 'rice bucket, rice digs',
  'exercise:wrist_curl': 'wrist curls, forearm curl, palm up curl',
  'exercise:wrist_curl_back': 'behind the back curl, standing wrist curl',
  'exercise:wrist_rev':
    'reverse wrist curl, wrist extension, extensor curl, back of the forearm, tennis elbow exercise',
  'exercise:wrist_iso': 'isometric extension, static wrist extension, hold the wrist bent back',
  'exercise:curl_rev': 'reverse curl, overhand curl, brachioradialis, hammer curl',
  'exercise:roller_trip': 'wrist roller, roll up the weight',
  'exercise:roller_front': 'wrist roller arms out, straight arm roller',
  'exercise:roller_rack': 'rack wrist roller, supported roller',
  'exercise:lever_radial':
    'front lever raise, hammer raise, leverage bar front, sledge lift, radial deviation',
  'exercise:lever_ulnar': 'rear lever raise, ulnar deviation, hammer behind',
  'exercise:lever_pron': 'pronation, hammer turn, turn palm down',
  'exercise:lever_sup': 'supination, turn palm up, screwdriver',
  'exercise:lever_long': 'sledgehammer lever, mace lever',
  'exercise:bell_up_hold': 'bottoms up, bottom up kettlebell, upside down kettlebell',
  'exercise:ball_wrist': 'throwing wrist, pitching wrist, wrist snap, flick for throwers',
  'exercise:shot_flick': 'wrist flick, finger flick, shot put flick, put the ball with the fingers',
  'exercise:ball_valgus': 'inner elbow protection, pitcher elbow, sideways elbow, valgus',
  'exercise:ext_band':
    'rubber band extensions, finger band, opening against a band, antagonist work',
  'exercise:ext_bucket': 'open hand in rice, rice bucket opening',
  'exercise:thumb_base': 'thumb exercise, thumb press, train the thumb',
  'exercise:thumb_across': 'thumb adduction, thumb across',
  'exercise:thumb_side': 'thumb to index, thumb down',
  'exercise:hook_hold':
    'hook, hammer throw grip, hook grip, hooked fingers, hook for throwers, thin handle hold, hammer handle',
  'exercise:pushup_tips': 'fingertip push ups, finger push up, press ups on fingers',
  'exercise:fist_plank': 'knuckle plank, knuckle push up, fist push up, boxer wrist',
  'exercise:cup_strap': 'cupping, arm wrestling cup, hook in arm wrestling',
  'exercise:side_strap': 'side pressure, arm wrestling side',
  'exercise:rise_strap': 'rising, toproll, top roll, arm wrestling rise',
  'exercise:brace_max': 'brace the wrist, wrist stiff for punching, isometric wrist',
  'exercise:rise_release': 'relax and clench, fist on impact, punch clench, squeeze and relax',
  'exercise:bfr_light': 'blood flow restriction, occlusion, cuff training',
  'exercise:handles_hold': 'farmer hold, static farmer, hold the handles',
  'exercise:suitcase_hold': 'one hand hold, single arm hold',
  'exercise:bag_hug': 'sandbag carry, bear hug, bucket carry',
  'exercise:prep_roll':
    'foam roll the forearm, massage, tight forearms, soft tissue, lacrosse ball',
  'exercise:stretch': 'forearm stretch, stretching, cool down, stretch after',
  'exercise:prep_wrist': 'wrist warm up, wrist circles, warm up',
  'exercise:pull_strapless': 'no straps, deadlift without straps, pull without straps',
  'exercise:swing_one': 'one arm swing, kettlebell swing',
  'exercise:getup': 'turkish get up',

  'protocol:dyno_seated':
    'grip test, grip strength test, handgrip test, squeeze test, dynamometer test, measure grip strength',
  'protocol:dyno_standing': 'standing grip test, standing squeeze',
  'protocol:lift_max':
    'max lift test, one rep max grip, max pinch test, block test, finger strength test, how strong are the fingers',
  'protocol:pull_max': 'load cell, force sensor test, isometric pull test, peak force',
  'protocol:single_max': 'competition lift, contest lift, max attempt, record attempt',
  'protocol:hang_time': 'hang test, how long can he hang, dead hang test, pull-up bar test',
  'protocol:hang_one': 'one arm hang test, assisted hang test',
  'protocol:spring_bracket': 'gripper test, test the grippers, which gripper can he close',
  'protocol:hold_time': 'pinch endurance test, timed hold test, farmer hold test',
  'protocol:carry_test': 'farmer walk test, carry distance test',
  'protocol:wrist_max': 'wrist strength test, test the wrist',
  'protocol:turn_max': 'forearm rotation test, twist test, pronation test, supination test',
  'protocol:key_pinch': 'thumb test, pinch test, key test, test thumb strength',
  'protocol:finger_open': 'opening test, extensor test, test finger extensors',
  'protocol:three_angles': 'grip at wrist angles, bent wrist squeeze',
  'protocol:handle_curve': 'different handle sizes test, diameters',
  'protocol:rise_release':
    'rate of force test, how fast can he squeeze, reaction squeeze, explosive test',
  'protocol:rom': 'range of motion, flexibility test, mobility, stiff wrist, wrist mobility',
  'protocol:wrap_gap': 'finger gap, thumb gap, does the hand fit the handle',
  'protocol:wrist_hold': 'extensor endurance test, wrist hold test',
  'protocol:repeat_73': 'repeater test, forearm endurance test, pump test',
  'protocol:all_out': 'all out test, critical force test, three minute test, four minute test',
  'protocol:ready_squeeze':
    'readiness, morning squeeze, daily grip check, fresh or tired, recovery check, is he tired today',
  'protocol:endurance_set': 'endurance test, three holds, hold to failure',
  'protocol:towel_test': 'towel hang test, gi grip test, towel test',
  'protocol:catch_count': 'catch test, reaction test',
  'protocol:girth': 'forearm size, forearm circumference, measure forearm, tape measure',
  'protocol:hand_size': 'hand length, hand span, measure hand, big hands, small hands, glove size',

  'caution:thumb_held':
    'thumb hurts, sore thumb, thumb pain, jammed thumb, sprained thumb, skiers thumb, thumb joint, broken thumb',
  'caution:thumb_returning': 'thumb getting better, back from thumb injury',
  'caution:finger_pulley_held':
    'finger hurts, finger pain, pulley, pulley injury, sore finger, popped finger, ring finger pain, tweaked finger, crimp injury',
  'caution:finger_pulley_returning': 'back from pulley injury, finger getting better',
  'caution:elbow_inner_tendon_held':
    'golfers elbow, inner elbow pain, elbow hurts, medial elbow, sore elbow inside, climbers elbow',
  'caution:elbow_inner_ligament_held':
    'pitchers elbow, throwers elbow, ulnar collateral, ucl, elbow ligament',
  'caution:elbow_inner_growth_held':
    'little league elbow, youth elbow, growth plate, kid elbow pain',
  'caution:elbow_outer_tendon_active':
    'tennis elbow, outer elbow pain, elbow hurts outside, lateral elbow, elbow hurts',
  'caution:elbow_outer_tendon_settling': 'tennis elbow getting better',
  'caution:wrist_held':
    'wrist hurts, wrist pain, sore wrist, sprained wrist, wrist clicks, tfcc, wrist injury',
  'caution:nerve_held':
    'numb fingers, tingling, pins and needles, carpal tunnel, hand falls asleep, nerve, numbness',
  'caution:stop_symptom':
    'numb, tingling, pop, heard a pop, swelling, swollen hand, cold hand, white fingers, blue fingers, sudden weakness, when to stop, warning signs',
  'caution:stop_whole': 'chest pain, fainted, dizzy, passed out, bad headache, emergency',
  'caution:shoulder_held':
    'shoulder hurts, shoulder pain, hanging hurts my shoulder, impingement, shoulder injury',
  'caution:skin_active':
    'torn callus, ripped skin, skin split, flapper, blister, callus, bleeding hand, ripped hands',
  'caution:pain_4': 'pain while training, it hurts, hurts during the set, sore during training',
  'caution:pain_7': 'strong pain, severe pain, bad pain',
  'caution:pain_3': 'little pain, slight pain, niggle, mild pain',
  'caution:pain_last_time': 'hurt last time, pain last session, sore from last session',
  'caution:blood_pressure': 'high blood pressure, hypertension, blood pressure',
  'caution:heart': 'heart, heart condition, surgery, operation',
  'caution:pregnancy': 'pregnant, pregnancy, after birth, postpartum',
  'caution:clotting': 'blood thinner, clot, thrombosis, bruises easily',
  'caution:medication': 'medicine, medication, pills, drugs, cortisone',
  'caution:fever': 'fever, flu, sick, ill, cold, temperature',
  'caution:unwell': 'bad sleep, slept badly, tired, jet lag, new pills',
  'caution:before_heavy_pull':
    'grip before deadlift, deadlift later, training grip before pulling, before back day',
  'caution:under_18':
    'kids, children, youth, teenager, minor, junior, young athlete, how old for hangboard, growing, school age',
  'caution:no_consent': 'parent permission, guardian, consent, parents allow',
  'caution:new_to_quality':
    'beginner, new to grip, first weeks, start slow, novice, tendons need time',
  'caution:negatives': 'negative, negatives, eccentric, forced reps',
  'caution:restriction': 'blood flow restriction, cuff, occlusion',
  'caution:drops': 'dropping weights, drop on foot, toes, dropped plate, floor',
  'caution:vascular': 'white fingers, raynaud, circulation, vessels',

  'approach:support_max':
    'heavy holds or carries, static hold versus walk, max support, holds or farmers walks',
  'approach:isolate_combine':
    'isolate or combine, isolation, combined work, save time, little time for grip, compound',
  'approach:where_grip':
    'grip first or last, when to train grip, start or end of session, before or after training, order of grip work',
  'approach:ext_bands': 'are bands enough, rubber band debate, finger bands useful',
  'approach:thick':
    'fat grips worth it, thick bar for everything, should i use fat grips, does thick bar carry over',
  'approach:springs': 'are grippers useful, grippers worth it, gripper carry over',
  'approach:spring_reps': 'gripper reps or holds, how many gripper reps',
  'approach:straps': 'straps or no straps, lifting straps, should they use straps, wrist straps',
  'approach:direct_forearm':
    'does forearm training help, extra forearm work, is forearm work needed',
  'approach:frequency':
    'how often, times a week, every day, daily grip, train grip daily, frequency, days a week, overtraining hands',
  'approach:thumb': 'how to train the thumb, thumb weights or bands',
  'approach:reverse_curl': 'full range reverse curl, range of reverse wrist curl',
  'approach:wrist_roller': 'arms out or in with the roller, wrist roller position',
  'approach:size': 'bigger forearms, forearm size, hypertrophy, grow forearms, forearm mass',
  'approach:ext_isometrics': 'isometrics for extensors, daily isometrics',
  'approach:hang_shoulders': 'active or passive hang, relaxed shoulders hang',

  'term:asymmetry':
    'imbalance, one hand weaker, side difference, weak hand, left right difference, uneven hands',
  'term:expected_lean':
    'dominant hand stronger, normal difference, right handed stronger, how much stronger should the right be',
  'term:typical_error': 'noise, measurement error, test error, how exact is the test',
  'term:smallest_change': 'real change, is it real, did he really improve, minimal detectable',
  'term:confidence_interval': 'confidence interval, range of the true value, how sure',
  'term:coefficient_of_variation': 'cv, spread, scatter, variation',
  'term:reliability': 'icc, repeatable, test retest',
  'term:familiarisation': 'learning effect, first try, practice session, getting used to the test',
  'term:readiness': 'fresh, recovery, ready to train, fatigue check',
  'term:half_crimp': 'crimp, full crimp, crimping',
  'term:open_hand_grip': 'drag, three finger drag, open hand, sloper hand',
  'term:hook_grip': 'hook, hook grip, thumb under the fingers, olympic hook',
  'term:mixed_grip': 'alternate grip, over under, one palm each way, switch grip',
  'term:false_grip': 'thumbless, thumb off, monkey grip',
  'term:set_width': 'gripper set, deep set, start width',
  'term:rated_spring':
    'rating, what is my gripper rated, calibrated gripper, number on the gripper',
  'term:time_under_load': 'time under tension, tut, seconds of work',
  'term:effective_set': 'how many sets, sets per week, volume, counting sets',
  'term:hand_load': 'training load, weekly volume, too much, load increase, ten percent rule',
  'term:stress_budget': 'overuse, overtraining, total load on the fingers, too much grip work',
  'term:hard_day':
    'recovery time, 48 hours, how long to recover, rest between hard sessions, two days in a row',
  'term:deload': 'easy week, light week, rest week, back off, unload',
  'term:taper': 'before a competition, peak, competition week, week before the event, contest week',
  'term:layoff': 'break, after holiday, coming back, back after a break, time off, return',
  'term:double_progression':
    'progression, when to add weight, progressive overload, add weight, go heavier, next step',
  'term:ladder': 'progression steps, what comes next, harder version',
  'term:drop_off': 'stop the set, when to stop, falling off, when is enough',
  'term:repeaters': '7 3, seven three, intermittent hangs',
  'term:negatives': 'eccentric, lowering, negative',
  'term:isometric': 'static, hold still, isometrics, overcoming',
  'term:blood_flow_restriction': 'bfr, occlusion, cuff',
  'term:critical_force': 'aerobic forearm, endurance limit, critical power, cf',
  'term:work_above_critical_force': 'w prime, anaerobic reserve, energy above',
  'term:rate_of_force': 'rfd, explosive, how fast, speed of grip',
  'term:carry_over': 'transfer, does it transfer, carryover, helps with',
  'term:specificity': 'specific, angle specific, diameter specific',
  'term:opposites': 'balance, agonist antagonist, push pull of the wrist, pairs',
  'term:antagonists': 'extensor, opposite muscles, back of forearm, antagonist training',
  'term:pulley': 'a2, a2 pulley, tendon sheath, finger tendon',
  'term:flapper': 'torn skin, skin tear',
  'term:chalk': 'magnesium, sweaty hands, slippery hands, chalk, liquid chalk',
  'term:straps': 'lifting straps, wrist straps, figure eight straps',
  'term:wrap_gap': 'gap between thumb and finger, hand too small, handle too big',
  'term:pumped_girth': 'pump, pumped, forearm pump measure',
  'term:hand_map': 'profile, weak points, overview',
  'term:reference': 'compare with, target, benchmark, what is good',
  'term:norm':
    'normal values, average grip strength, is that good, percentile, compared with others, how strong should',
  'term:staple': 'best exercise, most important exercise, go to exercise',
  'term:main_exercise': 'main lift, first exercise, priority exercise',

  'calculator:plates':
    'which plates, what plates, load the pin, plate math, add up plates, plate calculator, weights for',
  'calculator:lever':
    'lever, torque, club torque, hammer weight, where to hold the hammer, hand position on the club, leverage, sledge',
  'calculator:roller':
    'wrist roller calculator, cord length, how many turns, turns of the roller, spool',
  'calculator:spring':
    'gripper strength at width, next gripper, which gripper, spring force, partial close, how hard is my gripper',
  'calculator:handle':
    'handle diameter, grip size, hand size, which handle fits, handle for small hands, best diameter, fit of the handle, inch handle',
  'calculator:thick':
    'fat bar how much less, thick bar loss, axle percentage, fat bar, thick bar, fat grip weight, how much on a fat bar',
  'calculator:hang':
    'assisted hang, band help, pulley, hang with counterweight, weight off, body weight percent, one arm hang help',
  'calculator:carry': 'carry time, farmer walk distance, carry pace, metres to seconds',
  'calculator:endurance':
    'how long can he hold, holding time, time to failure, share of max, percent of max for 30 seconds, endurance at a load, hold percent',
  'calculator:percent':
    'percent of max, percentages, 80 percent, one rep max, working weight, training max',
  'calculator:isolate': 'minutes a week, combine exercises, time saved, is isolation worth it',
  'calculator:asymmetry':
    'left right difference, compare hands, imbalance percent, side difference, one hand weaker, hand difference',
  'calculator:detectable':
    'real change, is that improvement real, noise, test error, minimal detectable change, mdc, can i trust the change',
  'calculator:trials':
    'how many tests, how many trials, how often to test, sample size, repeat tests',
  'calculator:critical_force':
    'critical force, critical power, endurance curve, w prime, three holds',
  'calculator:conversion':
    'pounds to kilos, lb to kg, kg to lb, inches to mm, convert, units, newton, millimetres, fractions of an inch',
  'calculator:simulator':
    'simulate, simulator, how tired, will the last set fail, rest needed, how much rest, rest between sets, fatigue, try a session',
}
