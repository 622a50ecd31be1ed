/* Made by "npm run api" from the server's own description. Do not edit. */

export interface paths {
    "/api/media/{claims}/{signature}/{key}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["media_file"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/health/live": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["health_live"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/health/ready": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["health_ready"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/lessons/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["watching_linked"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/visits/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["watching_begin"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/visits/{id}/reports": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["watching_report"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/assignments/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["watching_watched"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/lessons/{id}/classes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["watching_sideBySide"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/classes/{id}/learners/{learner}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["watching_ofLearner"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/assignments/{id}/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["watching_table"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["assignments_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["assignments_one"];
        put: operations["assignments_change"];
        post?: never;
        delete: operations["assignments_remove"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/place": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["assignments_move"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/assignments": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["assignments_ofLesson"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignment-templates": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["templates_mine"];
        put: operations["templates_keep"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignment-templates/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["templates_remove"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/attachments": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["attachments_bring"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/attachments/{attachment}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["attachments_read"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classes_mine"];
        put?: never;
        post: operations["classes_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classes_one"];
        put?: never;
        post?: never;
        delete: operations["classes_remove"];
        options?: never;
        head?: never;
        patch: operations["classes_describe"];
        trace?: never;
    };
    "/api/classes/{id}/learners": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["classes_addLearners"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/teachers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["classes_addTeacher"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/members/{person}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["classes_bringBack"];
        post?: never;
        delete: operations["classes_leave"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/slips": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classes_slips"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/join-code": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["joining_open"];
        post?: never;
        delete: operations["joining_close"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/asking/{person}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["joining_answer"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/joining": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["joining_askedFor"];
        put?: never;
        post: operations["joining_ask"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/groups": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["groups_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/groups/{group}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["groups_change"];
        post?: never;
        delete: operations["groups_remove"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/terms": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["terms_all"];
        put: operations["terms_change"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/beginning": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["beginning_isBegun"];
        put?: never;
        post: operations["beginning_begin"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["people_some"];
        put?: never;
        post: operations["people_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["known_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch: operations["people_rename"];
        trace?: never;
    };
    "/api/people/{id}/left": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["people_setLeft"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people/{id}/sessions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["people_signOut"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people/{id}/first-password": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["people_firstPassword"];
        put?: never;
        post: operations["people_giveFirstPassword"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/session": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["sessions_me"];
        put?: never;
        post: operations["sessions_signIn"];
        delete: operations["sessions_signOut"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sessions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["sessions_mine"];
        put?: never;
        post?: never;
        delete: operations["sessions_endOthers"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sessions/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["sessions_endOne"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/password": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["sessions_changePassword"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/look": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["look_setLook"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people/{id}/needs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["look_needs"];
        put: operations["look_setNeeds"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-name": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["own_setName"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-mail": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["own_mail"];
        put: operations["own_setMail"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/forgotten": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["forgotten_help"];
        put?: never;
        post: operations["forgotten_ask"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/forgotten/password": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["forgotten_choose"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/school/mail": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["schoolmail_standing"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/school/mail/tries": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["schoolmail_try"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/school/mail/again": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["schoolmail_again"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/school": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["school_one"];
        put: operations["school_describe"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/school/days": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["school_days"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/editions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["editions_ofLesson"];
        put?: never;
        post: operations["editions_publish"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/excerpt": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["editions_excerpt"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/editions/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["editions_open"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/editions/{id}/withdrawn": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["editions_withdraw"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/opening": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["openings_open"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/captions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["captions_of"];
        put: operations["captions_type"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/takes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_ofLesson"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["takes_open"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/parts/{track}/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["takes_part"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/arrived": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_arrived"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/finish": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["takes_finish"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/finish-as-sent": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["takes_finishAsSent"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/discard": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["takes_discard"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/voice": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_voice"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_log"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/films/{run}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_film"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/analysis": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_analysis"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/speaking-rate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_speakingRate"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/takes/{id}/peaks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["takes_peaks"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/boards": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["pages_addBoard"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/windows": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["pages_addWindow"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/clips/{digest}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["pages_clip"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["pages_order"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/copies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["pages_copy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["pages_remove"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["pages_restore"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}/duplicate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["pages_duplicate"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}/cues": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["pages_setCues"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}/backdrop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["pages_setBackdrop"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}/things": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["pages_setThings"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pictures/{digest}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["pages_picture"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/units": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["outline_order"];
        post: operations["outline_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/units/{unit}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["outline_remove"];
        options?: never;
        head?: never;
        patch: operations["outline_rename"];
        trace?: never;
    };
    "/api/classes/{id}/days/{day}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["outline_say"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/worksheets/from-lesson": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["worksheets_fromLesson"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/worksheets/of-boards": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["worksheets_ofBoards"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/worksheets/of-files": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["worksheets_ofFiles"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/worksheets/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["worksheets_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/reminders": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["reminders_remind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["jobs_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs/{id}/cancel": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["jobs_cancel"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs/{id}/retry": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["jobs_retry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["events_open"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/frames/hosts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["frames_hosts"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/frames/passes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["frames_pass"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/frames/session": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["frames_begin"];
        delete: operations["frames_end"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/identity": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["identity_known"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/identity/begin": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["identity_begin"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/identity/back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["identity_back"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/audit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["audit_read"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/words": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["quickwords_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/words/{word}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["quickwords_remove"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rosters": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["rosters_list"];
        put?: never;
        post: operations["rosters_bring"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rosters/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["rosters_one"];
        put?: never;
        post?: never;
        delete: operations["rosters_discard"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rosters/{id}/reading": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["rosters_setReading"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rosters/{id}/apply": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["rosters_apply"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rosters/{id}/take-back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["rosters_takeBack"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["making_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["making_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch: operations["making_describe"];
        trace?: never;
    };
    "/api/lessons/{id}/changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["making_past"];
        put?: never;
        post: operations["making_change"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/split": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["making_split"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/join": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["making_join"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/library": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["library_of"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/library/tags": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["library_tags"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/library/changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["library_change"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/about": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["library_aboutOne"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/copies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["library_copy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/here/{window}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["here_stand"];
        post?: never;
        delete: operations["here_leave"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/uploads": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["uploads_receive"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/uploads/{upload}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["uploads_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/uploads/{upload}/pages/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["uploads_preview"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/picked-pages": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["uploads_pick"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/cut-outs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["uploads_cutOut"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/sounds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["uploads_addSounds"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/assets": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["uploads_addAssets"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/imports": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["uploads_import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/pages/{page}/picture": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["uploads_setPicture"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["courses_mine"];
        put?: never;
        post: operations["courses_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["courses_remove"];
        options?: never;
        head?: never;
        patch: operations["courses_rename"];
        trace?: never;
    };
    "/api/colleagues": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["courses_colleagues"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/{id}/teachers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["courses_share"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/{id}/teachers/{person}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["courses_leave"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/{id}/units": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["courses_addUnit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/units/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["courses_removeUnit"];
        options?: never;
        head?: never;
        patch: operations["courses_renameUnit"];
        trace?: never;
    };
    "/api/preferences": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["courses_preferences"];
        put: operations["courses_setPreferences"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/lessons/{id}/companion-room": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["companions_open"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/companion/join": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["companions_join"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/companion/pictures/{digest}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["companions_picture"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-calendar": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["calendar_own"];
        put?: never;
        post: operations["calendar_renew"];
        delete: operations["calendar_end"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/calendar/{person}/{signature}/due.ics": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["calendar_read"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-news": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["news_own"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-news/seen": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["news_seen"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-news/wishes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["news_wishes"];
        put: operations["news_wish"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/feedback/words": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["feedback_own"];
        put?: never;
        post: operations["feedback_answerBack"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/feedback/words/spoken": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["feedback_answerBackAloud"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/words": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["feedback_all"];
        put?: never;
        post: operations["feedback_reply"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/words/spoken": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["feedback_replyAloud"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/hand-in/files": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["submissions_handInFiles"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/hand-in/text": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["submissions_handInText"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/hand-in/agreed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["submissions_agree"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/hand-in": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["submissions_mine"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/answer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["answers_begin"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/answer/code": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["answers_open"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/answer/with": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["answers_join"];
        post?: never;
        delete: operations["answers_end"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/hand-in/spoken": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["answers_handIn"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/approval": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["classanswers_approve"];
        post?: never;
        delete: operations["classanswers_withdraw"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/answers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classanswers_list"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/answers/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classanswers_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/removal": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["removals_remove"];
        post?: never;
        delete: operations["removals_putBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/answers/{id}/replies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["replies_write"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/answers/{id}/replies/{reply}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["replies_takeBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/replies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["replies_all"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/replies/{reply}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["replies_setShown"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/versions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["versions_all"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/versions/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["versions_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["marking_piles"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["marking_desk"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["marking_save"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/correction": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["marking_correct"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/hand-back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["marking_handBack"];
        delete: operations["marking_takeBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/ink": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["marking_written"];
        put: operations["marking_write"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/ready": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["marking_ready"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/{id}/back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["marking_backTogether"];
        post?: never;
        delete: operations["marking_notTogether"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/feedback": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["marking_feedback"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/feedback/opened": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["marking_opened"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/feedback/paper": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["markspaper_own"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/paper": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["markspaper_theirs"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/{id}/second": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["second_both"];
        put: operations["second_take"];
        post?: never;
        delete: operations["second_leave"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/second": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["second_save"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/pages/{page}/turn": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["turning_turn"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rubrics": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["rubrics_all"];
        put?: never;
        post: operations["rubrics_add"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rubrics/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["rubrics_change"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rubrics/{id}/archived": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["rubrics_archive"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/rubric": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["rubrics_choose"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/lessons/{lesson}/questions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["questions_mine"];
        put?: never;
        post: operations["questions_ask"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/assignments/{id}/lessons/{lesson}/questions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["questions_all"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/lessons/{lesson}/questions/spoken": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["questions_askAloud"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/questions/{question}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["questions_takeBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/lessons/{lesson}/signs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["questions_sign"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/questions/{question}/answer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["questions_answer"];
        post?: never;
        delete: operations["questions_unanswer"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/questions/{question}/answer/spoken": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["questions_answerAloud"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/asking": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["questions_setAsking"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/today": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["today_today"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/desk": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["today_onDesk"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/desk/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["today_deskOne"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/sheet": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["sheets_mine"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/sheet/parts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["sheets_save"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/sheet/pictures": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["sheets_bring"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/hand-in/sheet": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["sheets_handIn"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/sheets": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["sheets_begun"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/sheets/{learner}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["sheets_lookOn"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/comment-lines": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["commentbank_mine"];
        put?: never;
        post: operations["commentbank_keep"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/comment-lines/{id}/uses": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["commentbank_used"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/comment-lines/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["commentbank_remove"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/marking/hand-ins/{id}/evidence": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["evidence_take"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/evidence/key": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["evidence_key"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/gradebook": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["gradebook_of"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/gradebook/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["gradebook_table"];
        put: operations["gradebook_bring"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/gradebook/table/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["gradebook_planned"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/grading": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["gradebook_grade"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-classes/{id}/marks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["gradebook_own"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/excused/{learner}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["gradebook_excuse"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/page": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classpage_page"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-classes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classpage_own"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/own-classes/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["classpage_ownPage"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/copies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["copying_all"];
        put?: never;
        post: operations["copying_copy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/copies/from/{from}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["copying_plan"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/classes/{id}/copies/{copy}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["copying_takeBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/guardian-links": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["guardians_all"];
        put?: never;
        post: operations["guardians_make"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/assignments/{id}/guardian-links/{link}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["guardians_withdraw"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/guardian/{link}/{signature}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["guardians_open"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/school/records": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["records_standing"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/watching/assignments/{id}/statements": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["records_statements"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        HealthDto: {
            /** @enum {string} */
            state: "up";
        };
        LinkedLessonDto: {
            /** Format: uuid */
            lessonId: string;
            title: string;
            teacherName: string;
            /** @enum {string} */
            standing: "open" | "closed" | "to-come" | "over";
            /** Format: date-time */
            opensAt: string | null;
            /** Format: uuid */
            editionId: string | null;
            /** Format: uuid */
            assignmentId: string | null;
        };
        BeginVisitDto: {
            /** Format: uuid */
            editionId: string;
            agoMs?: number;
        };
        RangeDto: {
            start: number;
            end: number;
        };
        VisitDto: {
            resumeAt: number;
            seen: components["schemas"]["RangeDto"][];
        };
        PlayDto: {
            start: number;
            end: number;
            speed: number;
        };
        ReportDto: {
            number: number;
            plays: components["schemas"]["PlayDto"][];
            position: number;
            agoMs?: number;
        };
        WatchedLessonDto: {
            /** Format: uuid */
            id: string;
            title: string;
        };
        WatchedDayDto: {
            /** Format: date */
            day: string;
            learners: number;
            playedMs: number;
        };
        UncountedDto: {
            reports: number;
            claimedMs: number;
            /** Format: date-time */
            lastAt: string;
        };
        WatchedLearnerDto: {
            /** Format: uuid */
            id: string;
            name: string;
            share: number;
            ranges: components["schemas"]["RangeDto"][];
            again: components["schemas"]["RangeDto"][];
            replayed: number;
            /** Format: date-time */
            firstAt: string | null;
            /** Format: date-time */
            lastAt: string | null;
            times: number;
            days: number;
            /** @enum {string|null} */
            done: "on-time" | "late" | null;
            /** Format: date-time */
            remindedAt: string | null;
            uncounted: components["schemas"]["UncountedDto"] | null;
        };
        WatchedDto: {
            /** Format: uuid */
            assignmentId: string;
            /** Format: uuid */
            classId: string;
            title: string;
            className: string;
            /** Format: date-time */
            dueAt: string;
            lessons: components["schemas"]["WatchedLessonDto"][];
            /** Format: uuid */
            lessonId: string;
            watchedPercent: number;
            /** Format: uuid */
            editionId: string | null;
            length: number;
            warmth: number[];
            days: components["schemas"]["WatchedDayDto"][];
            learners: components["schemas"]["WatchedLearnerDto"][];
        };
        WatchedClassDto: {
            /** Format: uuid */
            assignmentId: string;
            className: string;
            /** Format: date-time */
            dueAt: string;
            learners: number;
            begun: number;
            watched: number;
            onTime: number;
            meanShare: number;
            length: number;
            warmth: number[];
        };
        LearnerLessonDto: {
            /** Format: uuid */
            assignmentId: string;
            /** Format: uuid */
            lessonId: string;
            title: string;
            /** Format: date-time */
            dueAt: string;
            watchedPercent: number;
            length: number;
            share: number;
            replayed: number;
            ranges: components["schemas"]["RangeDto"][];
            /** Format: date-time */
            firstAt: string | null;
            /** Format: date-time */
            lastAt: string | null;
            /** @enum {string|null} */
            done: "on-time" | "late" | null;
        };
        LearnerWatchedDto: {
            /** Format: uuid */
            learnerId: string;
            name: string;
            className: string;
            lessons: components["schemas"]["LearnerLessonDto"][];
        };
        WhomDto: {
            all: boolean;
            groups: string[];
            learners: string[];
            but: string[];
        };
        ToClassDto: {
            /** Format: uuid */
            classId: string;
            whom: components["schemas"]["WhomDto"];
        };
        NewAssignmentsDto: {
            instructions: string;
            points: number | null;
            handIn: boolean;
            answerLimitMs?: number | null;
            makers?: number | null;
            watchedPercent: number;
            /** @enum {string} */
            workOpens: "at-once" | "once-watched";
            /** @enum {string} */
            answersSeen?: "teacher" | "class";
            asking?: boolean;
            offline?: boolean;
            lessonIds: string[];
            /** Format: date-time */
            dueAt: string;
            /** Format: uuid */
            answerPage?: string | null;
            /** Format: uuid */
            worksheetId?: string | null;
            unit?: string | null;
            attachmentIds?: string[];
            /** Format: date */
            day?: string | null;
            to: components["schemas"]["ToClassDto"][];
        };
        AssignedLessonDto: {
            /** Format: uuid */
            id: string;
            title: string;
        };
        AttachmentDto: {
            /** Format: uuid */
            id: string;
            name: string;
            bytes: number;
        };
        AssignmentDto: {
            instructions: string;
            points: number | null;
            handIn: boolean;
            answerLimitMs?: number | null;
            makers?: number | null;
            watchedPercent: number;
            /** @enum {string} */
            workOpens: "at-once" | "once-watched";
            /** @enum {string} */
            answersSeen?: "teacher" | "class";
            asking?: boolean;
            offline?: boolean;
            lessonIds: string[];
            /** Format: date-time */
            dueAt: string;
            /** Format: uuid */
            answerPage?: string | null;
            /** Format: uuid */
            worksheetId?: string | null;
            unit?: string | null;
            attachmentIds?: string[];
            /** Format: date */
            day?: string | null;
            whom: components["schemas"]["WhomDto"];
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            classId: string;
            className: string;
            title: string;
            lessons: components["schemas"]["AssignedLessonDto"][];
            attachments: components["schemas"]["AttachmentDto"][];
            learners: number;
        };
        ChangedAssignmentDto: {
            instructions: string;
            points: number | null;
            handIn: boolean;
            answerLimitMs?: number | null;
            makers?: number | null;
            watchedPercent: number;
            /** @enum {string} */
            workOpens: "at-once" | "once-watched";
            /** @enum {string} */
            answersSeen?: "teacher" | "class";
            asking?: boolean;
            offline?: boolean;
            lessonIds: string[];
            /** Format: date-time */
            dueAt: string;
            /** Format: uuid */
            answerPage?: string | null;
            /** Format: uuid */
            worksheetId?: string | null;
            unit?: string | null;
            attachmentIds?: string[];
            /** Format: date */
            day?: string | null;
            whom: components["schemas"]["WhomDto"];
        };
        PlaceDto: {
            /** Format: uuid */
            unitId: string | null;
            /** Format: date */
            day: string | null;
            /** Format: uuid */
            before: string | null;
        };
        TemplateDto: {
            instructions: string;
            points: number | null;
            handIn: boolean;
            answerLimitMs?: number | null;
            makers?: number | null;
            watchedPercent: number;
            /** @enum {string} */
            workOpens: "at-once" | "once-watched";
            /** @enum {string} */
            answersSeen?: "teacher" | "class";
            asking?: boolean;
            offline?: boolean;
            name: string;
            /** Format: uuid */
            id: string;
        };
        TemplateFactsDto: {
            instructions: string;
            points: number | null;
            handIn: boolean;
            answerLimitMs?: number | null;
            makers?: number | null;
            watchedPercent: number;
            /** @enum {string} */
            workOpens: "at-once" | "once-watched";
            /** @enum {string} */
            answersSeen?: "teacher" | "class";
            asking?: boolean;
            offline?: boolean;
            name: string;
        };
        ClassDto: {
            name: string;
            course: string;
            /** Format: uuid */
            id: string;
            learners: number;
            /** Format: uuid */
            termId: string | null;
            term: string | null;
        };
        NewClassDto: {
            name: string;
            course: string;
        };
        NeedsDto: {
            captions: boolean;
            largerText: boolean;
            extraTime: number;
        };
        ClassLearnerDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            role: "teacher" | "learner" | "keeper";
            signInName: string;
            registerName: string | null;
            isNew: boolean;
            /** Format: date-time */
            leftAt: string | null;
            needs: components["schemas"]["NeedsDto"] | null;
        };
        GroupDto: {
            name: string;
            members: string[];
            /** Format: uuid */
            id: string;
        };
        JoinCodeDto: {
            code: string;
            /** Format: date-time */
            until: string;
        };
        AskingDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** Format: date-time */
            at: string;
        };
        RosterPersonDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            role: "teacher" | "learner" | "keeper";
            signInName: string;
            registerName: string | null;
            isNew: boolean;
            /** Format: date-time */
            leftAt: string | null;
        };
        ClassWithPeopleDto: {
            name: string;
            course: string;
            /** Format: uuid */
            id: string;
            learners: number;
            /** Format: uuid */
            termId: string | null;
            term: string | null;
            roster: components["schemas"]["ClassLearnerDto"][];
            groups: components["schemas"]["GroupDto"][];
            joinCode: components["schemas"]["JoinCodeDto"] | null;
            asking: components["schemas"]["AskingDto"][];
            teachers: components["schemas"]["RosterPersonDto"][];
        };
        ClassFactsDto: {
            name: string;
            course: string;
            /** Format: uuid */
            termId?: string | null;
        };
        NewPersonDto: {
            name: string;
            signInName?: string;
        };
        NewLearnersDto: {
            learners: components["schemas"]["NewPersonDto"][];
        };
        AddedLearnersDto: {
            added: components["schemas"]["RosterPersonDto"][];
            joined: components["schemas"]["RosterPersonDto"][];
        };
        CoTeacherDto: {
            signInName: string;
        };
        BackDto: {
            back: string;
        };
        LetInDto: {
            letIn: boolean;
        };
        AskedForDto: {
            /** Format: uuid */
            classId: string;
            className: string;
            /** Format: date-time */
            at: string;
        };
        TypedCodeDto: {
            code: string;
        };
        GroupFactsDto: {
            name: string;
            members: string[];
        };
        NewGroupDto: {
            /** Format: uuid */
            id: string;
        };
        TermDto: {
            name: string;
            from: string;
            to: string;
            /** Format: uuid */
            id: string;
            classes: number;
        };
        ChangedTermDto: {
            name: string;
            from: string;
            to: string;
            /** Format: uuid */
            id: string | null;
        };
        TermChangesDto: {
            terms: components["schemas"]["ChangedTermDto"][];
            removed: string[];
        };
        BegunDto: {
            begun: boolean;
        };
        BeginningDto: {
            words: string;
            school: string;
            timeZone: string;
            name: string;
            signInName: string;
            password: string;
        };
        PeopleDto: {
            people: components["schemas"]["RosterPersonDto"][];
            total: number;
        };
        NewPeopleDto: {
            /** @enum {string} */
            role: "teacher" | "learner" | "keeper";
            people: components["schemas"]["NewPersonDto"][];
        };
        PersonNamesDto: {
            name: string;
            signInName: string;
            mail?: string | null;
        };
        LeftDto: {
            left: boolean;
        };
        FirstPasswordDto: {
            password: string | null;
        };
        SignInDto: {
            name: string;
            password: string;
        };
        MeDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            role: "teacher" | "learner" | "keeper";
            registerName: string | null;
            mustChangePassword: boolean;
            /** Format: date-time */
            endsAt: string;
            timeZone: string;
            /** @enum {string} */
            textSize: "usual" | "large" | "larger";
            /** @enum {string|null} */
            chosenTextSize: "usual" | "large" | "larger" | null;
            captions: boolean;
            lessMotion: boolean;
            idleMs: number;
        };
        SessionDto: {
            /** Format: uuid */
            id: string;
            device: string;
            /** Format: date-time */
            startedAt: string;
            /** Format: date-time */
            lastAt: string;
            here: boolean;
        };
        PasswordDto: {
            current: string;
            next: string;
        };
        LookDto: {
            /** @enum {string|null} */
            textSize: "usual" | "large" | "larger" | null;
            lessMotion: boolean;
        };
        OwnNameDto: {
            name: string | null;
        };
        OwnMailDto: {
            ofSignIns: boolean;
            address: string | null;
            on: boolean;
        };
        MailWishesDto: {
            ofSignIns: boolean;
        };
        ForgottenHelpDto: {
            byMail: boolean;
        };
        ForgottenDto: {
            name: string;
        };
        ChosenAnewDto: {
            /** Format: uuid */
            person: string;
            key: string;
            next: string;
        };
        UnsentDto: {
            name: string | null;
            why: string;
            /** Format: date-time */
            at: string;
        };
        SchoolMailDto: {
            on: boolean;
            server: string;
            from: string;
            waiting: number;
            unsent: components["schemas"]["UnsentDto"][];
        };
        TryMailDto: {
            to: string;
        };
        HolidayDto: {
            name: string;
            from: string;
            to: string;
        };
        SchoolDto: {
            name: string;
            timeZone: string;
            days: number[];
            holidays: components["schemas"]["HolidayDto"][];
            auditDays: number;
            mailDomains: string[];
            frameHosts: string[];
        };
        SchoolDaysDto: {
            days: number[];
            holidays: components["schemas"]["HolidayDto"][];
        };
        EditionDto: {
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            lessonId: string;
            number: number;
            /** @enum {string} */
            state: "making" | "ready" | "failed";
            length: number;
            lufs: number | null;
            /** Format: uuid */
            jobId: string;
            /** Format: date-time */
            createdAt: string;
            /** Format: date-time */
            withdrawnAt: string | null;
        };
        MediaDto: {
            base: string;
            files: string[];
            /** Format: date-time */
            until: string;
        };
        OpenedEditionDto: {
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            lessonId: string;
            media: components["schemas"]["MediaDto"];
        };
        WithdrawnDto: {
            withdrawn: boolean;
        };
        OpeningDto: {
            /** @enum {string} */
            to: "me" | "assigned" | "school";
            /** Format: date-time */
            from: string | null;
            /** Format: date-time */
            until: string | null;
        };
        CaptionLineDto: {
            /** Format: uuid */
            takeId: string;
            start: number;
            end: number;
            text: string;
        };
        SpokenStretchDto: {
            /** Format: uuid */
            takeId: string;
            start: number;
            end: number;
        };
        LessonCaptionsDto: {
            lines: components["schemas"]["CaptionLineDto"][];
            stretches: components["schemas"]["SpokenStretchDto"][];
        };
        TypedLineDto: {
            /** Format: uuid */
            takeId: string;
            start: number;
            end: number;
            text: string | null;
            was: string | null;
        };
        TypedLinesDto: {
            lines: components["schemas"]["TypedLineDto"][];
        };
        TakeDto: {
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            lessonId: string;
            /** @enum {string} */
            state: "open" | "finished" | "discarded";
            /** Format: date-time */
            openedAt: string;
            length: number;
            earlier: string[];
        };
        OpenTakeDto: {
            /** Format: uuid */
            lessonId: string;
            windowKey: string;
            takeOver?: boolean;
        };
        ArrivedDto: {
            voiceParts: number;
            logParts: number;
            filmParts: number;
            logBytes: number;
            voiceFrames: number;
            nextRun: number;
            /** @enum {string} */
            state: "open" | "finished" | "discarded";
        };
        FinishTakeDto: {
            voiceParts: number;
            logParts: number;
            filmParts?: number;
            frames: number;
            aside?: boolean;
        };
        StretchDto: {
            start: number;
            end: number;
        };
        AnalysisDto: {
            quiet: components["schemas"]["StretchDto"][];
            silentWriting: components["schemas"]["StretchDto"][];
            lost: components["schemas"]["StretchDto"][];
            lufs: number | null;
            threshold: number;
        };
        SpeakingRateDto: {
            wordsPerMinute: number;
        };
        NewBoardDto: {
            backdrop: {
                [key: string]: unknown;
            };
            /** Format: uuid */
            after?: string;
        };
        PageClipDto: {
            clip: string;
            lengthMs: number;
            moving: boolean;
        };
        WholeFileDto: {
            key: string;
            name: string;
            bytes: number;
        };
        PageDto: {
            /** Format: uuid */
            id: string;
            /** @enum {string} */
            kind: "slide" | "board" | "document" | "window" | "clip";
            backdrop: {
                [key: string]: unknown;
            } | null;
            things: {
                [key: string]: unknown;
            }[];
            height: number;
            picture: string | null;
            smallPicture: string | null;
            clip: components["schemas"]["PageClipDto"] | null;
            whole: components["schemas"]["WholeFileDto"] | null;
            cues: string;
        };
        NewWindowDto: {
            /** Format: uuid */
            after?: string;
        };
        PageOrderDto: {
            pages: string[];
        };
        CopyPagesDto: {
            /** Format: uuid */
            from: string;
            pages?: string[];
            atFront?: boolean;
        };
        CuesDto: {
            cues: string;
            base?: string;
        };
        CuesNowDto: {
            cues: string;
        };
        BackdropDto: {
            backdrop: {
                [key: string]: unknown;
            };
            base?: {
                [key: string]: unknown;
            };
        };
        ThingsDto: {
            things: {
                [key: string]: unknown;
            }[];
            base?: {
                [key: string]: unknown;
            }[];
        };
        PageNowDto: {
            page: components["schemas"]["PageDto"];
            beside: number;
        };
        NewClassUnitDto: {
            name: string;
            at?: number;
            days?: string[];
        };
        MadeUnitDto: {
            /** Format: uuid */
            id: string;
        };
        UnitOrderDto: {
            ids: string[];
        };
        ClassUnitFactsDto: {
            name: string;
        };
        TopicFactsDto: {
            /** Format: uuid */
            unitId: string | null;
            topic: string;
        };
        WorksheetFromLessonDto: {
            /** Format: uuid */
            lessonId: string;
            pageIds: string[];
        };
        ShownPageDto: {
            /** Format: uuid */
            id: string;
            /** @enum {string} */
            kind: "slide" | "board" | "document" | "window" | "clip";
            backdrop: {
                [key: string]: unknown;
            } | null;
            things: {
                [key: string]: unknown;
            }[];
            height: number;
            picture: string | null;
            smallPicture: string | null;
            clip: components["schemas"]["PageClipDto"] | null;
            whole: components["schemas"]["WholeFileDto"] | null;
        };
        JobDto: {
            /** Format: uuid */
            id: string;
            kind: string;
            /** @enum {string} */
            state: "waiting" | "running" | "done" | "failed" | "cancelled";
            progress: number;
            failureCode: string | null;
            failureText: string | null;
        };
        WorksheetDto: {
            /** Format: uuid */
            id: string;
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
            importing: components["schemas"]["JobDto"] | null;
        };
        WorksheetOfBoardsDto: {
            backdrop: {
                [key: string]: unknown;
            };
            count: number;
        };
        NewReminderDto: {
            learnerIds: string[];
            text: string;
        };
        FrameHostsDto: {
            hosts: string[];
        };
        FramePassDto: {
            pass: string;
        };
        IdentityDto: {
            name: string | null;
        };
        AuditLineDto: {
            id: string;
            /** Format: date-time */
            at: string;
            /** Format: uuid */
            byId: string;
            by: string | null;
            says: string;
            isChange: boolean;
            /** Format: uuid */
            aboutId: string | null;
            about: string | null;
            className: string | null;
        };
        AuditDto: {
            lines: components["schemas"]["AuditLineDto"][];
            hasMore: boolean;
        };
        ClassOfPersonDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            part: "teacher" | "learner";
        };
        KnownDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            role: "teacher" | "learner" | "keeper";
            signInName: string;
            registerName: string | null;
            isNew: boolean;
            /** Format: date-time */
            leftAt: string | null;
            mail: string | null;
            rosterKey: string | null;
            /** Format: date-time */
            createdAt: string;
            classes: components["schemas"]["ClassOfPersonDto"][];
            /** Format: date-time */
            lastAt: string | null;
            devices: number;
            lessons: number;
            handIns: number;
            replies: number;
            worksheets: number;
            watched: number;
            bytes: number;
            lines: components["schemas"]["AuditLineDto"][];
        };
        NewQuickWordDto: {
            /** Format: uuid */
            lessonId: string;
        };
        StandingQuickWordDto: {
            /** Format: uuid */
            id: string;
            /** Format: date-time */
            until: string;
        };
        RosterDto: {
            /** Format: uuid */
            id: string;
            name: string;
            by: string;
            /** @enum {string} */
            state: "reading" | "asking" | "planned" | "applying" | "applied" | "returning" | "returned" | "failed";
            /** @enum {string|null} */
            format: "list" | "oneroster" | null;
            /** Format: date-time */
            createdAt: string;
            /** Format: date-time */
            appliedAt: string | null;
            /** Format: date-time */
            backUntil: string | null;
        };
        ReadingDto: {
            columns: ("name" | "given" | "family" | "number" | "signInName" | "mail" | "class" | "course" | "kind" | null)[];
            hasNames: boolean;
            className: string;
            /** @enum {string} */
            part: "teacher" | "learner";
            isWhole: boolean;
        };
        RosterCountsDto: {
            newLearners: number;
            newTeachers: number;
            changedPeople: number;
            samePeople: number;
            leaving: number;
            back: number;
            newClasses: number;
            changedClasses: number;
            terms: number;
            joining: number;
            leavingClasses: number;
            emptied: number;
            others: number;
            faults: number;
            twins: number;
        };
        RenamedDto: {
            before: string;
            after: string;
        };
        EmptiedDto: {
            name: string;
            learners: number;
        };
        RosterFaultDto: {
            file: string;
            line: number;
            says: string;
        };
        CandidateDto: {
            /** Format: uuid */
            id: string;
            name: string;
            signInName: string;
            classes: string[];
        };
        TwinDto: {
            person: number;
            name: string;
            /** @enum {string} */
            part: "teacher" | "learner";
            isLikely: boolean;
            candidates: components["schemas"]["CandidateDto"][];
        };
        RosterPlanDto: {
            digest: string;
            counts: components["schemas"]["RosterCountsDto"];
            schools: string[];
            newPeople: string[];
            changedPeople: components["schemas"]["RenamedDto"][];
            leaving: string[];
            back: string[];
            newClasses: string[];
            emptied: components["schemas"]["EmptiedDto"][];
            faults: components["schemas"]["RosterFaultDto"][];
            twins: components["schemas"]["TwinDto"][];
        };
        WholeRosterDto: {
            /** Format: uuid */
            id: string;
            name: string;
            by: string;
            /** @enum {string} */
            state: "reading" | "asking" | "planned" | "applying" | "applied" | "returning" | "returned" | "failed";
            /** @enum {string|null} */
            format: "list" | "oneroster" | null;
            /** Format: date-time */
            createdAt: string;
            /** Format: date-time */
            appliedAt: string | null;
            /** Format: date-time */
            backUntil: string | null;
            version: string | null;
            sample: string[][] | null;
            reading: components["schemas"]["ReadingDto"] | null;
            plan: components["schemas"]["RosterPlanDto"] | null;
            failure: string | null;
        };
        TwinChoiceDto: {
            person: number;
            /** Format: uuid */
            is: string | null;
        };
        DecisionsDto: {
            digest: string;
            twins: components["schemas"]["TwinChoiceDto"][];
            /** @enum {string|null} */
            rest: "likely" | "new" | null;
            emptied: boolean;
        };
        NewLessonDto: {
            /** @enum {string} */
            kind: "slides" | "worked";
            title: string;
            boards?: number;
            backdrop?: {
                [key: string]: unknown;
            };
            goal?: string;
            targetMs?: number;
            /** Format: uuid */
            unitId?: string;
            /** Format: uuid */
            from?: string;
            /** Format: uuid */
            opening?: string;
        };
        HistoryDto: {
            last: {
                [key: string]: unknown;
            } | null;
            lastBy: string | null;
            undoable: number;
            redoable: number;
        };
        LessonDto: {
            /** Format: uuid */
            id: string;
            /** @enum {string} */
            kind: "slides" | "worked" | "feedback" | "answer" | "worksheet";
            title: string;
            goal: string;
            targetMs: number;
            /** Format: uuid */
            unitId: string | null;
            /** @enum {string|null} */
            savedAs: "opening" | "template" | null;
            /** Format: uuid */
            submissionId: string | null;
            revision: number;
            edits: {
                [key: string]: unknown;
            };
            history: components["schemas"]["HistoryDto"];
            /** Format: date-time */
            updatedAt: string;
            pages: components["schemas"]["PageDto"][];
            borrowed: components["schemas"]["PageDto"][];
            importing: components["schemas"]["JobDto"] | null;
            media: components["schemas"]["MediaDto"];
            opening: components["schemas"]["OpeningDto"];
            owner: string;
            /** @enum {string} */
            may: "own" | "change" | "use";
            /** @enum {string} */
            courseMay: "use" | "change";
        };
        SaidDto: {
            title?: string;
            goal?: string;
            targetMs?: number;
        };
        LessonFactsDto: {
            title?: string;
            goal?: string;
            targetMs?: number;
            was?: components["schemas"]["SaidDto"];
        };
        ChangeDto: {
            revision: number;
            do?: {
                [key: string]: unknown;
            }[];
            undo?: number;
            redo?: number;
        };
        ChangedDto: {
            revision: number;
            applied: {
                [key: string]: unknown;
            }[];
            history: components["schemas"]["HistoryDto"];
            /** Format: date-time */
            updatedAt: string;
        };
        PastChangeDto: {
            revision: number;
            edit: {
                [key: string]: unknown;
            };
            lengthBefore: number;
            by: string | null;
        };
        SplitDto: {
            revision: number;
            at: number;
            title: string;
        };
        JoinDto: {
            revision: number;
            at: number;
            /** Format: uuid */
            from: string;
            start?: number;
            end?: number;
        };
        MarkDto: {
            start: number;
            end: number;
        };
        FoundPlaceDto: {
            /** @enum {string} */
            kind: "page" | "cue";
            /** Format: uuid */
            pageId: string;
            pageNumber: number;
            text: string;
            marks: components["schemas"]["MarkDto"][];
        };
        LibraryRowDto: {
            /** Format: uuid */
            id: string;
            /** @enum {string} */
            kind: "slides" | "worked" | "feedback" | "answer" | "worksheet";
            title: string;
            /** Format: uuid */
            unitId: string | null;
            /** @enum {string|null} */
            savedAs: "opening" | "template" | null;
            /** Format: date-time */
            updatedAt: string;
            pages: number;
            length: number;
            coverAddress: string | null;
            recorded: boolean;
            tags: string[];
            archived: boolean;
            /** @enum {string} */
            may: "own" | "change" | "use";
            /** @enum {string} */
            courseMay: "use" | "change";
            owner: string | null;
            classes: number;
            places: components["schemas"]["FoundPlaceDto"][];
        };
        LibraryDto: {
            lessons: components["schemas"]["LibraryRowDto"][];
            next: string | null;
            more: boolean;
        };
        TagDto: {
            tag: string;
            lessons: number;
        };
        LibraryChangeDto: {
            ids: string[];
            /** Format: uuid */
            unitId?: string | null;
            archived?: boolean;
            /** @enum {string} */
            courseMay?: "use" | "change";
            /** @enum {string|null} */
            savedAs?: "opening" | "template" | null;
            addTags?: string[];
            removeTags?: string[];
        };
        LessonUseDto: {
            /** Format: uuid */
            assignmentId: string;
            className: string;
            /** Format: date-time */
            dueAt: string;
            learners: number;
            begun: number;
            seen: number;
        };
        NamedLessonDto: {
            /** Format: uuid */
            id: string;
            title: string;
        };
        LessonBytesDto: {
            voice: number;
            camera: number;
            pages: number;
            editions: number;
        };
        AboutLessonDto: {
            uses: components["schemas"]["LessonUseDto"][];
            elsewhere: number;
            playedIn: components["schemas"]["NamedLessonDto"][];
            bytes: components["schemas"]["LessonBytesDto"];
        };
        CopiedDto: {
            /** Format: uuid */
            id: string;
        };
        StandingDto: {
            /** @enum {string} */
            step: "pages" | "record" | "polish" | "assign" | "watched";
        };
        OtherDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            step: "pages" | "record" | "polish" | "assign" | "watched";
        };
        OthersDto: {
            others: components["schemas"]["OtherDto"][];
        };
        UploadDto: {
            /** Format: uuid */
            id: string;
            name: string;
            /** @enum {string} */
            kind: "pdf" | "picture" | "slides" | "clip";
            /** @enum {string} */
            state: "converting" | "ready" | "failed";
            pages: number;
            hasNotes: boolean;
            failure: string;
        };
        PickedPagesDto: {
            /** Format: uuid */
            upload: string;
            pages: number[];
        };
        PickDto: {
            picked: components["schemas"]["PickedPagesDto"][];
        };
        CutOutDto: {
            /** Format: uuid */
            upload?: string;
            number?: number;
            /** Format: uuid */
            page?: string;
            x: number;
            y: number;
            width: number;
            height: number;
        };
        PlacedPictureDto: {
            digest: string;
            width: number;
            height: number;
        };
        SoundFileDto: {
            clip: string;
            name: string;
            lengthMs: number;
        };
        NewPictureDto: {
            /** Format: uuid */
            upload?: string;
            number?: number;
            picture?: string;
            smallPicture?: string;
            height?: number;
        };
        UnitDto: {
            /** Format: uuid */
            id: string;
            name: string;
            lessons: number;
        };
        ColleagueDto: {
            /** Format: uuid */
            id: string;
            name: string;
        };
        CourseDto: {
            /** Format: uuid */
            id: string;
            name: string;
            units: components["schemas"]["UnitDto"][];
            teachers: components["schemas"]["ColleagueDto"][];
        };
        PlaceNameDto: {
            name: string;
        };
        NewCourseTeacherDto: {
            /** Format: uuid */
            id: string;
        };
        PreferencesDto: {
            naming?: string;
            pens?: {
                [key: string]: unknown;
            }[];
        };
        OpenCompanionRoomDto: {
            room?: string;
        };
        CompanionRoomDto: {
            id: string;
            code: string;
            /** Format: date-time */
            expiresAt: string;
        };
        JoinCompanionDto: {
            code: string;
        };
        OwnCalendarDto: {
            path: string | null;
        };
        NewsItemDto: {
            /** @enum {string} */
            kind: "given" | "changed" | "due" | "reminded" | "handed-back" | "removed" | "approved" | "answered" | "said-back" | "handed-in" | "asked" | "answer-back";
            /** Format: uuid */
            assignmentId: string;
            title: string;
            className: string;
            count: number;
            /** Format: date-time */
            at: string;
            /** Format: date-time */
            dueAt: string;
        };
        NewsDto: {
            items: components["schemas"]["NewsItemDto"][];
            /** Format: date-time */
            seenAt: string;
        };
        SeenNewsDto: {
            /** Format: date-time */
            until: string;
        };
        NewsWishesDto: {
            /** @enum {string} */
            way: "never" | "daily" | "soon";
            kinds: ("given" | "changed" | "due" | "reminded" | "handed-back" | "removed" | "approved" | "answered" | "said-back" | "handed-in" | "asked" | "answer-back")[];
            dailyAt: number;
            quietFrom: number;
            quietUntil: number;
        };
        SpokenWordDto: {
            address: string;
            lengthMs: number;
        };
        WordDto: {
            /** Format: uuid */
            id: string;
            name: string;
            own: boolean;
            byTeacher: boolean;
            again: boolean;
            text: string;
            ink: string;
            spoken: components["schemas"]["SpokenWordDto"] | null;
            at: number | null;
            /** Format: date-time */
            saidAt: string;
        };
        WordsDto: {
            open: boolean;
            words: components["schemas"]["WordDto"][];
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
        };
        NewWordDto: {
            text: string;
            ink?: string;
        };
        AgreedDto: {
            name: boolean;
            voice: boolean;
            hand: boolean;
        };
        ArrivedFileDto: {
            name: string;
            bytes: number | null;
        };
        ReceiptDto: {
            number: number;
            /** Format: date-time */
            handedInAt: string;
            late: boolean;
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            files: components["schemas"]["ArrivedFileDto"][];
            letters: number;
        };
        HandInDto: {
            /** Format: uuid */
            id: string;
            /** @enum {string} */
            state: "handed-in" | "handed-back" | "removed";
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            fileNames: string[];
            text: string;
            /** Format: date-time */
            handedInAt: string;
            late: boolean;
            /** Format: uuid */
            answerEditionId: string | null;
            times: number;
            mayReplace: boolean;
            shown: boolean;
            agreed: components["schemas"]["AgreedDto"] | null;
            makers: string;
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
            importing: components["schemas"]["JobDto"] | null;
            receipts: components["schemas"]["ReceiptDto"][];
            removedReason: string | null;
        };
        HandInTextDto: {
            text: string;
        };
        AnswerDto: {
            /** Format: uuid */
            lessonId: string;
            own: boolean;
            with: string | null;
            code: string | null;
        };
        MakerCodeDto: {
            code: string;
        };
        ApprovalDto: {
            named: boolean;
            shownAs?: string;
            typed?: boolean;
            times: number;
        };
        ClassAnswerRowDto: {
            /** Format: uuid */
            id: string;
            name: string | null;
            own: boolean;
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            /** Format: date-time */
            approvedAt: string;
        };
        ReplyDto: {
            /** Format: uuid */
            id: string;
            name: string;
            own: boolean;
            text: string;
            /** Format: date-time */
            at: string;
            shown: boolean;
        };
        ClassAnswerDto: {
            /** Format: uuid */
            id: string;
            name: string | null;
            own: boolean;
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            /** Format: date-time */
            approvedAt: string;
            /** Format: uuid */
            assignmentId: string;
            title: string;
            text: string;
            /** Format: uuid */
            editionId: string | null;
            sound: string | null;
            leftOut: boolean;
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
            replies: components["schemas"]["ReplyDto"][];
        };
        RemovalDto: {
            reason: string;
            times: number;
        };
        NewReplyDto: {
            text: string;
        };
        ShownDto: {
            shown: boolean;
        };
        HandedVersionDto: {
            number: number;
            /** Format: date-time */
            handedInAt: string;
            late: boolean;
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            files: components["schemas"]["ArrivedFileDto"][];
            letters: number;
            text: string;
            /** Format: uuid */
            editionId: string | null;
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
        };
        MarkingPileDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            className: string;
            /** Format: date-time */
            dueAt: string;
            waiting: number;
            handedBack: number;
            writing: number;
            learners: number;
        };
        DeskRubricDto: {
            /** Format: uuid */
            rubricId: string;
            name: string;
            /** Format: uuid */
            versionId: string;
        };
        LevelDto: {
            id: string;
            name: string;
            points: number;
            description: string;
        };
        CriterionDto: {
            id: string;
            name: string;
            weight: number;
            levels: components["schemas"]["LevelDto"][];
        };
        RubricVersionDto: {
            /** Format: uuid */
            versionId: string;
            /** Format: uuid */
            rubricId: string;
            number: number;
            criteria: components["schemas"]["CriterionDto"][];
        };
        ChoiceDto: {
            criterion: string;
            level: string;
        };
        RubricMarksDto: {
            /** Format: uuid */
            versionId: string;
            choices: components["schemas"]["ChoiceDto"][];
        };
        MakerDto: {
            /** Format: uuid */
            id: string;
            name: string;
        };
        MarkingDto: {
            points: number | null;
            comment: string;
            reason: string;
            rubric: components["schemas"]["RubricMarksDto"] | null;
        };
        QueueRowDto: {
            points: number | null;
            comment: string;
            reason: string;
            rubric: components["schemas"]["RubricMarksDto"] | null;
            /** Format: uuid */
            submissionId: string;
            /** Format: uuid */
            learnerId: string;
            learnerName: string;
            makers: components["schemas"]["MakerDto"][];
            /** @enum {string} */
            state: "handed-in" | "handed-back" | "removed";
            removedReason: string | null;
            /** Format: date-time */
            removedAt: string | null;
            /** Format: date-time */
            handedInAt: string;
            late: boolean;
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            /** Format: uuid */
            answerEditionId: string | null;
            links: string[];
            firstPicture: string | null;
            sealed: boolean;
            /** Format: uuid */
            feedbackLessonId: string | null;
            times: number;
            revision: number;
            /** Format: date-time */
            readyAt: string | null;
            /** Format: date-time */
            backAt: string | null;
            earlier: components["schemas"]["MarkingDto"] | null;
            /** Format: date-time */
            correctedAt: string | null;
            /** Format: date-time */
            handedBackAt: string | null;
            /** Format: date-time */
            openedAt: string | null;
            heardShare: number | null;
            /** Format: date-time */
            heardAt: string | null;
            /** Format: date-time */
            approvedAt: string | null;
            named: boolean;
            shownAs: string | null;
            agreed: components["schemas"]["AgreedDto"];
            replies: number;
            words: number;
            again: boolean;
            needsCaptions: boolean;
        };
        MarkingDeskDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            className: string;
            points: number | null;
            learners: number;
            makers: number | null;
            worksheet: boolean;
            /** @enum {string} */
            answersSeen: "teacher" | "class";
            rubric: components["schemas"]["DeskRubricDto"] | null;
            versions: components["schemas"]["RubricVersionDto"][];
            queue: components["schemas"]["QueueRowDto"][];
        };
        GivenMarksDto: {
            points: number | null;
            comment: string;
            reason?: string;
            rubric?: components["schemas"]["RubricMarksDto"] | null;
            times: number;
            revision: number;
            withoutCaptions?: boolean;
        };
        SavedMarksDto: {
            revision: number;
        };
        MarkInkDto: {
            log: string;
            times: number;
            revision: number;
        };
        ReadyMarksDto: {
            points: number | null;
            comment: string;
            reason?: string;
            rubric?: components["schemas"]["RubricMarksDto"] | null;
            times: number;
            revision: number;
            withoutCaptions?: boolean;
            ready: boolean;
        };
        BackTogetherDto: {
            /** Format: date-time */
            at: string | null;
        };
        SetBackDto: {
            hands: number;
        };
        WrittenBackDto: {
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
            log: string;
        };
        FeedbackDto: {
            points: number | null;
            comment: string;
            reason: string;
            rubric: components["schemas"]["RubricMarksDto"] | null;
            title: string;
            outOf: number | null;
            /** Format: date-time */
            handedBackAt: string | null;
            /** Format: date-time */
            correctedAt: string | null;
            /** Format: uuid */
            editionId: string | null;
            spoken: boolean;
            rubricVersion: components["schemas"]["RubricVersionDto"] | null;
            written: components["schemas"]["WrittenBackDto"] | null;
        };
        MarkerDto: {
            points: number | null;
            comment: string;
            reason: string;
            rubric: components["schemas"]["RubricMarksDto"] | null;
            by: string;
        };
        SecondRowDto: {
            /** Format: uuid */
            submissionId: string;
            learnerName: string;
            /** Format: date-time */
            handedInAt: string;
            /** @enum {string} */
            state: "handed-in" | "handed-back" | "removed";
            /** @enum {string} */
            kind: "file" | "text" | "spoken" | "worksheet";
            times: number;
            firstRevision: number;
            revision: number;
            done: boolean;
            first: components["schemas"]["MarkerDto"] | null;
            second: components["schemas"]["MarkerDto"] | null;
        };
        TwoMarkersDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            className: string;
            points: number | null;
            second: string | null;
            mine: boolean;
            rubric: components["schemas"]["DeskRubricDto"] | null;
            versions: components["schemas"]["RubricVersionDto"][];
            rows: components["schemas"]["SecondRowDto"][];
        };
        SecondMarksDto: {
            points: number | null;
            comment: string;
            reason?: string;
            rubric?: components["schemas"]["RubricMarksDto"] | null;
            times: number;
            revision: number;
            withoutCaptions?: boolean;
            done: boolean;
        };
        SeenPictureDto: {
            picture: string;
        };
        RubricDto: {
            name: string;
            /** Format: uuid */
            courseId: string | null;
            criteria: components["schemas"]["CriterionDto"][];
            /** Format: uuid */
            id: string;
            mine: boolean;
            archived: boolean;
            number: number;
            /** Format: uuid */
            versionId: string;
            used: number;
        };
        NewRubricDto: {
            name: string;
            /** Format: uuid */
            courseId: string | null;
            criteria: components["schemas"]["CriterionDto"][];
        };
        ChangedRubricDto: {
            name: string;
            /** Format: uuid */
            courseId: string | null;
            criteria: components["schemas"]["CriterionDto"][];
            number: number;
        };
        ArchivedRubricDto: {
            archived: boolean;
        };
        ChosenRubricDto: {
            /** Format: uuid */
            rubricId: string | null;
        };
        SpokenDto: {
            address: string;
            lengthMs: number;
        };
        AnsweredDto: {
            text: string;
            spoken: components["schemas"]["SpokenDto"] | null;
            name: string;
            /** Format: date-time */
            at: string;
        };
        QuestionDto: {
            /** Format: uuid */
            id: string;
            at: number | null;
            text: string;
            spoken: components["schemas"]["SpokenDto"] | null;
            own: boolean;
            name: string | null;
            /** Format: date-time */
            askedAt: string;
            forClass: boolean;
            answer: components["schemas"]["AnsweredDto"] | null;
        };
        SignMarkDto: {
            /** @enum {string} */
            kind: "again" | "fast" | "clear";
            at: number;
            learners: number;
        };
        QuestionsDto: {
            asking: boolean;
            questions: components["schemas"]["QuestionDto"][];
            signs: components["schemas"]["SignMarkDto"][];
        };
        NewQuestionDto: {
            text: string;
        };
        NewSignDto: {
            /** @enum {string} */
            kind: "again" | "fast" | "clear";
            on: boolean;
        };
        NewAnswerDto: {
            text: string;
            forClass: boolean;
        };
        OpenToQuestionsDto: {
            asking: boolean;
        };
        TodayLessonDto: {
            /** Format: uuid */
            id: string;
            title: string;
            /** @enum {string} */
            step: "pages" | "record" | "assign";
            /** Format: date-time */
            updatedAt: string;
        };
        TodayHandInDto: {
            /** Format: uuid */
            submissionId: string;
            /** Format: uuid */
            assignmentId: string;
            learnerName: string;
            title: string;
            /** Format: date-time */
            handedInAt: string;
        };
        TodayAssignmentDto: {
            /** Format: uuid */
            assignmentId: string;
            /** Format: uuid */
            lessonId: string;
            title: string;
            className: string;
            /** Format: date-time */
            dueAt: string;
            notBegun: number;
            learners: number;
            own: boolean;
        };
        UnfinishedTakeDto: {
            take: components["schemas"]["TakeDto"];
            lessonTitle: string;
        };
        TodayDto: {
            lessons: components["schemas"]["TodayLessonDto"][];
            handIns: components["schemas"]["TodayHandInDto"][];
            notWatched: components["schemas"]["TodayAssignmentDto"][];
            unfinished: components["schemas"]["UnfinishedTakeDto"][];
        };
        DeskLessonDto: {
            /** Format: uuid */
            lessonId: string;
            title: string;
            length: number;
            share: number;
            /** Format: uuid */
            editionId: string | null;
            /** @enum {string} */
            standing: "open" | "closed" | "to-come" | "over";
            /** Format: date-time */
            opensAt: string | null;
        };
        DeskItemDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            className: string;
            teacherName: string;
            /** Format: date-time */
            dueAt: string;
            extraTime: boolean;
            points: number | null;
            handIn: boolean;
            excused: boolean;
            answerLimitMs: number | null;
            makers: number | null;
            /** @enum {string} */
            worksheet: "none" | "to-begin" | "begun";
            /** @enum {string} */
            state: "to-do" | "handed-in" | "finished" | "feedback";
            workOpen: boolean;
            watchedPercent: number;
            length: number;
            share: number;
            lessons: components["schemas"]["DeskLessonDto"][];
        };
        ReminderDto: {
            text: string;
            /** Format: date-time */
            at: string;
        };
        DeskWorkDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            className: string;
            teacherName: string;
            /** Format: date-time */
            dueAt: string;
            extraTime: boolean;
            points: number | null;
            handIn: boolean;
            excused: boolean;
            answerLimitMs: number | null;
            makers: number | null;
            /** @enum {string} */
            worksheet: "none" | "to-begin" | "begun";
            /** @enum {string} */
            state: "to-do" | "handed-in" | "finished" | "feedback";
            workOpen: boolean;
            watchedPercent: number;
            length: number;
            share: number;
            lessons: components["schemas"]["DeskLessonDto"][];
            instructions: string;
            /** @enum {string} */
            answersSeen: "teacher" | "class";
            reminder: components["schemas"]["ReminderDto"] | null;
            asking: boolean;
            offline: boolean;
            attachments: components["schemas"]["AttachmentDto"][];
        };
        SheetDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
            importing: components["schemas"]["JobDto"] | null;
            log: string;
            pictures: string[];
            /** Format: date-time */
            savedAt: string | null;
            mayWrite: boolean;
            why: string | null;
            /** Format: date-time */
            handedInAt: string | null;
        };
        SheetPartDto: {
            /** Format: uuid */
            visit: string;
            number: number;
            events: string;
        };
        SheetSavedDto: {
            /** Format: date-time */
            savedAt: string;
        };
        SheetPictureDto: {
            digest: string;
            width: number;
            height: number;
            media: components["schemas"]["MediaDto"];
        };
        BegunSheetDto: {
            /** Format: uuid */
            learnerId: string;
            learnerName: string;
            /** Format: date-time */
            begunAt: string;
            /** Format: date-time */
            changedAt: string;
            handedIn: boolean;
        };
        LookedOnSheetDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            pages: components["schemas"]["ShownPageDto"][];
            media: components["schemas"]["MediaDto"];
            importing: components["schemas"]["JobDto"] | null;
            log: string;
            pictures: string[];
            /** Format: date-time */
            savedAt: string | null;
            mayWrite: boolean;
            why: string | null;
            /** Format: date-time */
            handedInAt: string | null;
            learnerName: string;
        };
        CommentLineDto: {
            text: string;
            /** Format: uuid */
            id: string;
            uses: number;
        };
        NewCommentLineDto: {
            text: string;
        };
        LineDto: {
            name: string;
            count: number;
            mean: number | null;
        };
        MarkedWorkDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            /** Format: date-time */
            dueAt: string;
            points: number | null;
            lines: components["schemas"]["LineDto"][];
        };
        GradingDto: {
            missingCounts: boolean;
            latePerDay: number;
            lateMost: number;
            sumShown: boolean;
        };
        BookLearnerDto: {
            /** Format: uuid */
            id: string;
            name: string;
        };
        BookCellDto: {
            /** Format: uuid */
            assignmentId: string;
            /** Format: uuid */
            learnerId: string;
            /** @enum {string} */
            state: "open" | "missing" | "waiting" | "back" | "excused";
            points: number | null;
            lateDays: number;
            /** Format: uuid */
            submissionId: string | null;
        };
        GradebookDto: {
            /** Format: uuid */
            classId: string;
            className: string;
            works: components["schemas"]["MarkedWorkDto"][];
            grading: components["schemas"]["GradingDto"];
            learners: components["schemas"]["BookLearnerDto"][];
            cells: components["schemas"]["BookCellDto"][];
        };
        TableDto: {
            csv: string;
        };
        TableChangeDto: {
            /** Format: uuid */
            assignmentId: string;
            /** Format: uuid */
            learnerId: string;
            points: number;
            back: boolean;
        };
        LeftOutDto: {
            line: number;
            column: string;
            /** @enum {string} */
            fault: "no-names" | "unknown-learner" | "two-of-that-name" | "unknown-column" | "two-of-that-title" | "no-number" | "too-many-points" | "nothing-handed-in";
        };
        TablePlanDto: {
            changes: components["schemas"]["TableChangeDto"][];
            leftOut: components["schemas"]["LeftOutDto"][];
            same: number;
        };
        WorkDto: {
            /** Format: uuid */
            assignmentId: string;
            title: string;
            /** Format: date-time */
            dueAt: string;
            points: number | null;
        };
        OwnMarksDto: {
            className: string;
            works: components["schemas"]["WorkDto"][];
            cells: components["schemas"]["BookCellDto"][];
            grading: components["schemas"]["GradingDto"];
        };
        ExcuseDto: {
            excused: boolean;
        };
        ClassUnitDto: {
            name: string;
            /** Format: uuid */
            id: string;
        };
        TopicDto: {
            /** Format: uuid */
            unitId: string | null;
            topic: string;
            /** Format: date */
            day: string;
        };
        PageWordDto: {
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            lessonId: string;
            title: string;
            teacherName: string;
            length: number;
            heard: number;
        };
        PageItemDto: {
            /** Format: uuid */
            unitId: string | null;
            /** Format: date */
            day: string | null;
            place: number;
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            lessonId: string;
            title: string;
            whom: string;
            /** Format: date-time */
            dueAt: string;
            handIn: boolean;
            learners: number;
            begun: number;
            waiting: number;
        };
        ClassPageDto: {
            /** Format: uuid */
            id: string;
            name: string;
            course: string;
            units: components["schemas"]["ClassUnitDto"][];
            topics: components["schemas"]["TopicDto"][];
            learners: number;
            words: components["schemas"]["PageWordDto"][];
            items: components["schemas"]["PageItemDto"][];
        };
        OwnClassDto: {
            /** Format: uuid */
            id: string;
            name: string;
            course: string;
        };
        OwnPageWordDto: {
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            lessonId: string;
            title: string;
            teacherName: string;
            length: number;
            share: number;
        };
        OwnPageItemDto: {
            /** Format: uuid */
            unitId: string | null;
            /** Format: date */
            day: string | null;
            place: number;
            /** Format: uuid */
            id: string;
            /** Format: date-time */
            givenAt: string;
            work: components["schemas"]["DeskItemDto"];
        };
        OwnClassPageDto: {
            /** Format: uuid */
            id: string;
            name: string;
            course: string;
            units: components["schemas"]["ClassUnitDto"][];
            topics: components["schemas"]["TopicDto"][];
            words: components["schemas"]["OwnPageWordDto"][];
            items: components["schemas"]["OwnPageItemDto"][];
        };
        PastCopyDto: {
            /** Format: uuid */
            id: string;
            fromName: string;
            /** Format: date-time */
            at: string;
        };
        PlannedCopyDto: {
            /** Format: uuid */
            id: string;
            title: string;
            unit: string | null;
            /** Format: date-time */
            dueAt: string;
            /** Format: date-time */
            newDueAt: string | null;
            notes: ("not-usable" | "past" | "no-day" | "after-term" | "was-for-some")[];
            can: boolean;
            usual: boolean;
        };
        CopyPlanDto: {
            /** Format: date */
            since: string;
            /** Format: date */
            onto: string;
            units: number;
            topics: number;
            items: components["schemas"]["PlannedCopyDto"][];
        };
        CopyDto: {
            /** Format: date */
            since?: string;
            /** Format: date */
            onto?: string;
            /** Format: uuid */
            from: string;
            ids: string[];
        };
        MadeCopyDto: {
            /** Format: uuid */
            id: string;
        };
        GuardianLinkDto: {
            /** Format: uuid */
            id: string;
            /** Format: uuid */
            learnerId: string;
            /** Format: uuid */
            lessonId: string | null;
            lessonTitle: string;
            path: string;
            /** Format: date-time */
            until: string;
            ended: boolean;
            /** Format: date-time */
            firstOpenedAt: string | null;
            /** Format: date-time */
            lastOpenedAt: string | null;
            timesOpened: number;
        };
        NewGuardianLinkDto: {
            /** Format: uuid */
            learnerId: string;
            /** Format: uuid */
            lessonId: string | null;
            days: number;
        };
        GuardianViewDto: {
            /** @enum {string} */
            kind: "feedback" | "lesson";
            childName: string;
            title: string;
            timeZone: string;
            /** Format: date-time */
            until: string;
            points: number | null;
            outOf: number | null;
            comment: string;
            /** Format: date-time */
            handedBackAt: string | null;
            /** Format: uuid */
            editionId: string | null;
            /** Format: uuid */
            lessonId: string | null;
            media: components["schemas"]["MediaDto"] | null;
            spoken: boolean;
        };
        RecordStoreDto: {
            host: string | null;
            waiting: number;
            /** Format: date-time */
            since: string | null;
            /** Format: date-time */
            triedAt: string | null;
            problem: string;
            /** Format: date-time */
            nextAt: string | null;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    media_file: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                claims: string;
                signature: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description a file, or a range of it */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    health_live: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HealthDto"];
                };
            };
        };
    };
    health_ready: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HealthDto"];
                };
            };
        };
    };
    watching_linked: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LinkedLessonDto"];
                };
            };
        };
    };
    watching_begin: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BeginVisitDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["VisitDto"];
                };
            };
        };
    };
    watching_report: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReportDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    watching_watched: {
        parameters: {
            query?: {
                lesson?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WatchedDto"];
                };
            };
        };
    };
    watching_sideBySide: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WatchedClassDto"][];
                };
            };
        };
    };
    watching_ofLearner: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                learner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LearnerWatchedDto"];
                };
            };
        };
    };
    watching_table: {
        parameters: {
            query?: {
                lesson?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
        };
    };
    assignments_add: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewAssignmentsDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AssignmentDto"][];
                };
            };
        };
    };
    assignments_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AssignmentDto"];
                };
            };
        };
    };
    assignments_change: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangedAssignmentDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AssignmentDto"];
                };
            };
        };
    };
    assignments_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    assignments_move: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    assignments_ofLesson: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AssignmentDto"][];
                };
            };
        };
    };
    templates_mine: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TemplateDto"][];
                };
            };
        };
    };
    templates_keep: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TemplateFactsDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TemplateDto"];
                };
            };
        };
    };
    templates_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    attachments_bring: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AttachmentDto"][];
                };
            };
        };
    };
    attachments_read: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                attachment: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a file that goes with it, as it was brought */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classes_mine: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ClassDto"][];
                };
            };
        };
    };
    classes_add: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewClassDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ClassDto"];
                };
            };
        };
    };
    classes_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ClassWithPeopleDto"];
                };
            };
        };
    };
    classes_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classes_describe: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ClassFactsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classes_addLearners: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewLearnersDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AddedLearnersDto"];
                };
            };
        };
    };
    classes_addTeacher: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CoTeacherDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RosterPersonDto"];
                };
            };
        };
    };
    classes_bringBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                person: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BackDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classes_leave: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BackDto"];
                };
            };
        };
    };
    classes_slips: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/pdf": string;
                };
            };
        };
    };
    joining_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JoinCodeDto"];
                };
            };
        };
    };
    joining_close: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    joining_answer: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                person: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LetInDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    joining_askedFor: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AskedForDto"][];
                };
            };
        };
    };
    joining_ask: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TypedCodeDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    groups_add: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GroupFactsDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NewGroupDto"];
                };
            };
        };
    };
    groups_change: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                group: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GroupFactsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    groups_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                group: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    terms_all: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TermDto"][];
                };
            };
        };
    };
    terms_change: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TermChangesDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TermDto"][];
                };
            };
        };
    };
    beginning_isBegun: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BegunDto"];
                };
            };
        };
    };
    beginning_begin: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BeginningDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    people_some: {
        parameters: {
            query?: {
                words?: string;
                role?: "teacher" | "learner" | "keeper";
                from?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PeopleDto"];
                };
            };
        };
    };
    people_add: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewPeopleDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RosterPersonDto"][];
                };
            };
        };
    };
    known_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KnownDto"];
                };
            };
        };
    };
    people_rename: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PersonNamesDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    people_setLeft: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LeftDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    people_signOut: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    people_firstPassword: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FirstPasswordDto"];
                };
            };
        };
    };
    people_giveFirstPassword: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    sessions_me: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MeDto"];
                };
            };
        };
    };
    sessions_signIn: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SignInDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MeDto"];
                };
            };
        };
    };
    sessions_signOut: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    sessions_mine: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SessionDto"][];
                };
            };
        };
    };
    sessions_endOthers: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    sessions_endOne: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    sessions_changePassword: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PasswordDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MeDto"];
                };
            };
        };
    };
    look_setLook: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LookDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    look_needs: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NeedsDto"];
                };
            };
        };
    };
    look_setNeeds: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NeedsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    own_setName: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OwnNameDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    own_mail: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnMailDto"];
                };
            };
        };
    };
    own_setMail: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MailWishesDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    forgotten_help: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ForgottenHelpDto"];
                };
            };
        };
    };
    forgotten_ask: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ForgottenDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    forgotten_choose: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChosenAnewDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    schoolmail_standing: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SchoolMailDto"];
                };
            };
        };
    };
    schoolmail_try: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TryMailDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    schoolmail_again: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    school_one: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SchoolDto"];
                };
            };
        };
    };
    school_describe: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SchoolDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SchoolDto"];
                };
            };
        };
    };
    school_days: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SchoolDaysDto"];
                };
            };
        };
    };
    editions_ofLesson: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EditionDto"][];
                };
            };
        };
    };
    editions_publish: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EditionDto"];
                };
            };
        };
    };
    editions_excerpt: {
        parameters: {
            query: {
                start: number;
                end: number;
                noise: "on" | "off";
                levelling: "on" | "off";
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description a stretch of the lesson as it would sound when published, as Opus */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    editions_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OpenedEditionDto"];
                };
            };
        };
    };
    editions_withdraw: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WithdrawnDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EditionDto"];
                };
            };
        };
    };
    openings_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OpeningDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    captions_of: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LessonCaptionsDto"];
                };
            };
        };
    };
    captions_type: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TypedLinesDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takes_ofLesson: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TakeDto"][];
                };
            };
        };
    };
    takes_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OpenTakeDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TakeDto"];
                };
            };
        };
    };
    takes_part: {
        parameters: {
            query: {
                digest: string;
            };
            header?: never;
            path: {
                id: string;
                track: string;
                number: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": string;
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takes_arrived: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ArrivedDto"];
                };
            };
        };
    };
    takes_finish: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FinishTakeDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TakeDto"];
                };
            };
        };
    };
    takes_finishAsSent: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TakeDto"];
                };
            };
        };
    };
    takes_discard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takes_voice: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of the voice as Ogg Opus */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takes_log: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of the log as NDJSON */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takes_film: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                run: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a film of the camera or of a live window, as WebM or MP4 */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takes_analysis: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AnalysisDto"];
                };
            };
        };
    };
    takes_speakingRate: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SpeakingRateDto"];
                };
            };
        };
    };
    takes_peaks: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a hundred peaks a second, one byte each */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    pages_addBoard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewBoardDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageDto"];
                };
            };
        };
    };
    pages_addWindow: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewWindowDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageDto"];
                };
            };
        };
    };
    pages_clip: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                digest: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a clip as MP4 */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    pages_order: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PageOrderDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    pages_copy: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CopyPagesDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageDto"][];
                };
            };
        };
    };
    pages_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    pages_restore: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    pages_duplicate: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageDto"];
                };
            };
        };
    };
    pages_setCues: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CuesDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CuesNowDto"];
                };
            };
        };
    };
    pages_setBackdrop: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BackdropDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageDto"];
                };
            };
        };
    };
    pages_setThings: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ThingsDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageNowDto"];
                };
            };
        };
    };
    pages_picture: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                digest: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a picture in WebP */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    outline_order: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["UnitOrderDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    outline_add: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewClassUnitDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MadeUnitDto"];
                };
            };
        };
    };
    outline_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                unit: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    outline_rename: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                unit: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ClassUnitFactsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    outline_say: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                day: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TopicFactsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    worksheets_fromLesson: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WorksheetFromLessonDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorksheetDto"];
                };
            };
        };
    };
    worksheets_ofBoards: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WorksheetOfBoardsDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorksheetDto"];
                };
            };
        };
    };
    worksheets_ofFiles: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorksheetDto"];
                };
            };
        };
    };
    worksheets_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorksheetDto"];
                };
            };
        };
    };
    reminders_remind: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewReminderDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    jobs_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobDto"];
                };
            };
        };
    };
    jobs_cancel: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobDto"];
                };
            };
        };
    };
    jobs_retry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobDto"];
                };
            };
        };
    };
    events_open: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description text/event-stream of changes; see docs/formats/events.md */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    frames_hosts: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FrameHostsDto"];
                };
            };
        };
    };
    frames_pass: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FramePassDto"];
                };
            };
        };
    };
    frames_begin: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FramePassDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    frames_end: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    identity_known: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["IdentityDto"];
                };
            };
        };
    };
    identity_begin: {
        parameters: {
            query?: {
                to?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            302: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    identity_back: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            302: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    audit_read: {
        parameters: {
            query?: {
                words?: string;
                before?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AuditDto"];
                };
            };
        };
    };
    quickwords_add: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewQuickWordDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StandingQuickWordDto"];
                };
            };
        };
    };
    quickwords_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                word: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    rosters_list: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RosterDto"][];
                };
            };
        };
    };
    rosters_bring: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WholeRosterDto"];
                };
            };
        };
    };
    rosters_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WholeRosterDto"];
                };
            };
        };
    };
    rosters_discard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    rosters_setReading: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReadingDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    rosters_apply: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DecisionsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    rosters_takeBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    making_add: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewLessonDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LessonDto"];
                };
            };
        };
    };
    making_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LessonDto"];
                };
            };
        };
    };
    making_describe: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LessonFactsDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LessonDto"];
                };
            };
        };
    };
    making_past: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PastChangeDto"][];
                };
            };
        };
    };
    making_change: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangeDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ChangedDto"];
                };
            };
        };
    };
    making_split: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SplitDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LessonDto"];
                };
            };
        };
    };
    making_join: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["JoinDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LessonDto"];
                };
            };
        };
    };
    library_of: {
        parameters: {
            query?: {
                words?: string;
                place?: string;
                without?: "none";
                tag?: string;
                archived?: "yes";
                savedAs?: "opening" | "template" | "none";
                recorded?: "yes";
                after?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LibraryDto"];
                };
            };
        };
    };
    library_tags: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TagDto"][];
                };
            };
        };
    };
    library_change: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LibraryChangeDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    library_aboutOne: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AboutLessonDto"];
                };
            };
        };
    };
    library_copy: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopiedDto"];
                };
            };
        };
    };
    here_stand: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                window: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StandingDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OthersDto"];
                };
            };
        };
    };
    here_leave: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                window: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    uploads_receive: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["UploadDto"][];
                };
            };
        };
    };
    uploads_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                upload: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["UploadDto"];
                };
            };
        };
    };
    uploads_preview: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                upload: string;
                number: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a preview in WebP */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    uploads_pick: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PickDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobDto"];
                };
            };
        };
    };
    uploads_cutOut: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CutOutDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlacedPictureDto"];
                };
            };
        };
    };
    uploads_addSounds: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SoundFileDto"][];
                };
            };
        };
    };
    uploads_addAssets: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlacedPictureDto"][];
                };
            };
        };
    };
    uploads_import: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobDto"];
                };
            };
        };
    };
    uploads_setPicture: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewPictureDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageDto"];
                };
            };
        };
    };
    courses_mine: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CourseDto"][];
                };
            };
        };
    };
    courses_add: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceNameDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CourseDto"];
                };
            };
        };
    };
    courses_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    courses_rename: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceNameDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    courses_colleagues: {
        parameters: {
            query?: {
                words?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ColleagueDto"][];
                };
            };
        };
    };
    courses_share: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewCourseTeacherDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    courses_leave: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    courses_addUnit: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceNameDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["UnitDto"];
                };
            };
        };
    };
    courses_removeUnit: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    courses_renameUnit: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceNameDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    courses_preferences: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PreferencesDto"];
                };
            };
        };
    };
    courses_setPreferences: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PreferencesDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PreferencesDto"];
                };
            };
        };
    };
    companions_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OpenCompanionRoomDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CompanionRoomDto"];
                };
            };
        };
    };
    companions_join: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["JoinCompanionDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    companions_picture: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                digest: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description leads to the address of a picture in WebP */
            307: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    calendar_own: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnCalendarDto"];
                };
            };
        };
    };
    calendar_renew: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnCalendarDto"];
                };
            };
        };
    };
    calendar_end: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    calendar_read: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                person: string;
                signature: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description text/calendar (RFC 5545); see docs/formats/calendar.md */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    news_own: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NewsDto"];
                };
            };
        };
    };
    news_seen: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SeenNewsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    news_wishes: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NewsWishesDto"];
                };
            };
        };
    };
    news_wish: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewsWishesDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    feedback_own: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WordsDto"];
                };
            };
        };
    };
    feedback_answerBack: {
        parameters: {
            query?: {
                again?: "yes" | "no";
                at?: number;
            };
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewWordDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WordsDto"];
                };
            };
        };
    };
    feedback_answerBackAloud: {
        parameters: {
            query?: {
                again?: "yes" | "no";
                at?: number;
            };
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WordsDto"];
                };
            };
        };
    };
    feedback_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WordsDto"];
                };
            };
        };
    };
    feedback_reply: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewWordDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WordsDto"];
                };
            };
        };
    };
    feedback_replyAloud: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WordsDto"];
                };
            };
        };
    };
    submissions_handInFiles: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandInDto"];
                };
            };
        };
    };
    submissions_handInText: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["HandInTextDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandInDto"];
                };
            };
        };
    };
    submissions_agree: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["AgreedDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    submissions_mine: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandInDto"];
                };
            };
        };
    };
    answers_begin: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AnswerDto"];
                };
            };
        };
    };
    answers_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AnswerDto"];
                };
            };
        };
    };
    answers_join: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MakerCodeDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AnswerDto"];
                };
            };
        };
    };
    answers_end: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AnswerDto"];
                };
            };
        };
    };
    answers_handIn: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandInDto"];
                };
            };
        };
    };
    classanswers_approve: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ApprovalDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classanswers_withdraw: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classanswers_list: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ClassAnswerRowDto"][];
                };
            };
        };
    };
    classanswers_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ClassAnswerDto"];
                };
            };
        };
    };
    removals_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["RemovalDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    removals_putBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    replies_write: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewReplyDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    replies_takeBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                reply: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    replies_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReplyDto"][];
                };
            };
        };
    };
    replies_setShown: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                reply: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ShownDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    versions_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReceiptDto"][];
                };
            };
        };
    };
    versions_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                number: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandedVersionDto"];
                };
            };
        };
    };
    marking_piles: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MarkingPileDto"][];
                };
            };
        };
    };
    marking_desk: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MarkingDeskDto"];
                };
            };
        };
    };
    marking_save: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GivenMarksDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SavedMarksDto"];
                };
            };
        };
    };
    marking_correct: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GivenMarksDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SavedMarksDto"];
                };
            };
        };
    };
    marking_handBack: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GivenMarksDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    marking_takeBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    marking_written: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MarkInkDto"];
                };
            };
        };
    };
    marking_write: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MarkInkDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SavedMarksDto"];
                };
            };
        };
    };
    marking_ready: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReadyMarksDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SavedMarksDto"];
                };
            };
        };
    };
    marking_backTogether: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BackTogetherDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SetBackDto"];
                };
            };
        };
    };
    marking_notTogether: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    marking_feedback: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FeedbackDto"];
                };
            };
        };
    };
    marking_opened: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    markspaper_own: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/pdf": string;
                };
            };
        };
    };
    markspaper_theirs: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/pdf": string;
                };
            };
        };
    };
    second_both: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TwoMarkersDto"];
                };
            };
        };
    };
    second_take: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    second_leave: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    second_save: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SecondMarksDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SavedMarksDto"];
                };
            };
        };
    };
    turning_turn: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                page: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SeenPictureDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShownPageDto"];
                };
            };
        };
    };
    rubrics_all: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RubricDto"][];
                };
            };
        };
    };
    rubrics_add: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewRubricDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RubricDto"];
                };
            };
        };
    };
    rubrics_change: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangedRubricDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RubricDto"];
                };
            };
        };
    };
    rubrics_archive: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ArchivedRubricDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    rubrics_choose: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChosenRubricDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    questions_mine: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                lesson: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["QuestionsDto"];
                };
            };
        };
    };
    questions_ask: {
        parameters: {
            query: {
                edition: string;
                at: number;
            };
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
                lesson: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewQuestionDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["QuestionDto"];
                };
            };
        };
    };
    questions_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                lesson: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["QuestionsDto"];
                };
            };
        };
    };
    questions_askAloud: {
        parameters: {
            query: {
                edition: string;
                at: number;
            };
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
                lesson: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["QuestionDto"];
                };
            };
        };
    };
    questions_takeBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                question: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    questions_sign: {
        parameters: {
            query: {
                edition: string;
                at: number;
            };
            header?: never;
            path: {
                id: string;
                lesson: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewSignDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    questions_answer: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                question: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewAnswerDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    questions_unanswer: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                question: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    questions_answerAloud: {
        parameters: {
            query: {
                to: "class" | "asker";
            };
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
                question: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    questions_setAsking: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OpenToQuestionsDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    today_today: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TodayDto"];
                };
            };
        };
    };
    today_onDesk: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["DeskItemDto"][];
                };
            };
        };
    };
    today_deskOne: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["DeskWorkDto"];
                };
            };
        };
    };
    sheets_mine: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SheetDto"];
                };
            };
        };
    };
    sheets_save: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SheetPartDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SheetSavedDto"];
                };
            };
        };
    };
    sheets_bring: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    files?: string[];
                };
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SheetPictureDto"][];
                };
            };
        };
    };
    sheets_handIn: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandInDto"];
                };
            };
        };
    };
    sheets_begun: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BegunSheetDto"][];
                };
            };
        };
    };
    sheets_lookOn: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                learner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LookedOnSheetDto"];
                };
            };
        };
    };
    commentbank_mine: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CommentLineDto"][];
                };
            };
        };
    };
    commentbank_keep: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewCommentLineDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CommentLineDto"];
                };
            };
        };
    };
    commentbank_used: {
        parameters: {
            query?: never;
            header: {
                /** @description the same for every try of one act */
                "Idempotency-Key": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    commentbank_remove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    evidence_take: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/zip": string;
                };
            };
        };
    };
    evidence_key: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/x-pem-file": string;
                };
            };
        };
    };
    gradebook_of: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GradebookDto"];
                };
            };
        };
    };
    gradebook_table: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
        };
    };
    gradebook_bring: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TableDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TablePlanDto"];
                };
            };
        };
    };
    gradebook_planned: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TableDto"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TablePlanDto"];
                };
            };
        };
    };
    gradebook_grade: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GradingDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    gradebook_own: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnMarksDto"];
                };
            };
        };
    };
    gradebook_excuse: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
                learner: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ExcuseDto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    classpage_page: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ClassPageDto"];
                };
            };
        };
    };
    classpage_own: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnClassDto"][];
                };
            };
        };
    };
    classpage_ownPage: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnClassPageDto"];
                };
            };
        };
    };
    copying_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PastCopyDto"][];
                };
            };
        };
    };
    copying_copy: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CopyDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MadeCopyDto"];
                };
            };
        };
    };
    copying_plan: {
        parameters: {
            query?: {
                since?: string;
                onto?: string;
            };
            header?: never;
            path: {
                id: string;
                from: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopyPlanDto"];
                };
            };
        };
    };
    copying_takeBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                copy: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    guardians_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GuardianLinkDto"][];
                };
            };
        };
    };
    guardians_make: {
        parameters: {
            query?: never;
            header?: {
                /** @description the same for every try of one act */
                "Idempotency-Key"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewGuardianLinkDto"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GuardianLinkDto"];
                };
            };
        };
    };
    guardians_withdraw: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                link: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    guardians_open: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                link: string;
                signature: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GuardianViewDto"];
                };
            };
        };
    };
    records_standing: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RecordStoreDto"];
                };
            };
        };
    };
    records_statements: {
        parameters: {
            query?: {
                lesson?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": Record<string, never>[];
                };
            };
        };
    };
}
