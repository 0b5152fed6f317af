//! Nine rigs, ranges, sides, the card and the way of computing.

use crate::support::*;

#[sqlx::test(migrations = "../store/migrations")]
async fn no_rig_asked_ranks_the_nine_and_each_is_a_link(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(server, me, "/?depth=2+m&bottom=sand&cover=healthy_grass&length=140+mm&form=worm&plastic=standard&wind=2+m%2Fs&cast=20+m&rig=")).await;
    let term = "<a class=\"term\" href=\"/words#rig-jig_worm\">jig worm</a>";
    assert!(page.contains(&format!("of the nine the {term} suits this most")));
    for rig in yarrowfen_core::base::codes::Rig::ALL {
        assert!(page.contains(&format!("rig={}\"", rig.code())), "{rig}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_range_is_answered_with_what_covers_it(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(
        server,
        me,
        "/?depth=2%E2%80%935+m&wind=1-4+m%2Fs&length=70+mm&cast=20+m&rig=ned"
    ))
    .await;
    assert!(page.contains("Over the whole range:"));
    assert!(page.contains("value=\"2–5 m\""));
    let reply = get!(
        server,
        me,
        "/?depth=5-2+m&wind=1+m%2Fs&length=70+mm&cast=20+m"
    );
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(
        text(reply)
            .await
            .contains("must not lie under its lower end")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn sides_are_set_once_and_forgotten_by_one_button(pool: PgPool) {
    let server = server!(pool);
    let mut me = visit(&server).await;
    let asked = "/?depth=3+m&wind=2+m%2Fs&length=70+mm&cast=20+m&rig=ned";
    let straight = "straight through";
    assert!(!text(get!(server, me, asked)).await.contains(straight));
    let reply = post!(
        server,
        me,
        "/prefs",
        [
            ("csrf", me.csrf.as_str()),
            ("back", asked),
            ("views", "main_line=straight&temper=nonsense&depth=9")
        ]
    );
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    me.cookie = cookie(&reply);
    let page = text(get!(server, me, asked)).await;
    assert!(page.contains(straight) && page.contains("stand for every answer"));
    let reply = post!(
        server,
        me,
        "/prefs",
        [("csrf", me.csrf.as_str()), ("back", asked), ("views", "")]
    );
    me.cookie = cookie(&reply);
    assert!(!text(get!(server, me, asked)).await.contains(straight));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_pocket_card_and_the_way_of_computing_are_pages_of_the_question(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let asked = "depth=3+m&wind=2+m%2Fs&length=70+mm&cast=20+m&rig=ned";
    for by in ["wind", "current", "retrieve", "drift"] {
        let page = text(get!(server, me, &format!("/card?{asked}&by={by}"))).await;
        assert_eq!(
            page.matches("<tr>").count(),
            9,
            "a head line and eight depths"
        );
        assert!(page.contains("Large oz, small g"));
    }
    let page = text(get!(server, me, &format!("/how?{asked}"))).await;
    for rule in ["sink ceiling", "tie in cover", "local rules", "shaky head"] {
        assert!(page.contains(rule), "{rule}");
    }
    let hover = text(get!(
        server,
        me,
        &format!("/how?{asked}&form=minnow").replace("rig=ned", "rig=hover")
    ))
    .await;
    // A Ned is asked all but to grind, to keep its depth and to outweigh the wind; a hover neither touches nor is felt.
    let unasked = |page: &str| page.matches("not asked on this rig").count();
    assert_eq!(unasked(&page), 3);
    assert!(unasked(&hover) > 3, "{}", unasked(&hover));
    for page in ["/card?depth=deep", "/how?depth=deep"] {
        assert_eq!(get!(server, me, page).status(), StatusCode::SEE_OTHER);
    }
}
